import { type Column, type Table, MOST_KEYS, TableKey } from '@/core/model';
import { keyFaults } from '@/core/plan';
import { type SourceTable } from './sqliteSource';

/** What is told apart, or looked up, by several columns together, as far as those came along. */
export function keysOf(
  { indexes }: SourceTable,
  table: Table,
  columnAt: (name: string) => Column | undefined,
): { index: SourceTable['indexes'][number]; key: TableKey }[] {
  const kept: { index: SourceTable['indexes'][number]; key: TableKey }[] = [];
  for (const index of indexes) {
    if (index.partial || index.columns.length < 2 || (!index.unique && !index.explicit)) continue;
    const columns = index.columns.map((name) => (name === null ? undefined : columnAt(name)));
    const parsed = TableKey.safeParse({
      id: `${table.id}k${String(kept.length + 1).padStart(2, '0')}`,
      unique: index.unique,
      columnIds: columns.flatMap((column) => (column ? [column.id] : [])),
    });
    if (columns.includes(undefined) || !parsed.success) continue;
    const others = { ...table, keys: kept.map(({ key }) => key) };
    if (keyFaults(others, parsed.data).length === 0) kept.push({ index, key: parsed.data });
  }
  return kept.slice(0, MOST_KEYS);
}

export function tellIndexes({ indexes, sql }: SourceTable, report: string[]): void {
  for (const index of indexes) {
    const on = index.columns.map((name) => name ?? 'an expression').join(', ');
    if (index.unique && (index.partial || index.columns.length > 1 || index.columns[0] === null))
      report.push(`that ${on} together must be different in every row${index.partial ? ' of some' : ''} is not kept.`);
    else if (
      index.explicit &&
      !index.unique &&
      !(index.columns.length === 1 && index.columns[0] !== null && !index.partial)
    )
      report.push(`the index ${index.name} on ${on} is not kept; links, codes and names have one anyway.`);
  }
  if (/\bcollate\s+(?!binary\b)/i.test(sql)) report.push('how its texts are compared (COLLATE) is not kept.');
}
