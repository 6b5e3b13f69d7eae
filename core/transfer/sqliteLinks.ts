import { FILE_SCHEMA } from './sourceRows';
import { freeName, keyColumns, type Planned, words } from './sqlitePlan';
import type { ForeignKey, SourceTable } from './sqliteSource';
import { HIGHEST_ID } from '@/core/column';
import type { ColumnOf, DeleteRule } from '@/core/model';
import { freeIdentifier } from '@/core/plan';
import { quoteName } from '@/core/sql';

/** A row keeps its rowid as its id; where it has none, or not one above 0, it is given a number. */
export function numbering(
  source: SourceTable,
  index: number,
  prepare: string[],
  report: string[],
): Pick<Planned, 'id' | 'numbers'> {
  const key = keyColumns(source);
  if (!source.withoutRowid && (source.leastId === null || (source.leastId > 0 && source.highestId <= HIGHEST_ID))) {
    if (key.length > 1)
      report.push(
        `its primary key of ${key.length} columns becomes ordinary columns; rows are told apart by an id of their own.`,
      );
    if (key.length === 0) report.push('it has no primary key; rows are told apart by an id of their own.');
    return { id: (alias) => `${alias}.rowid`, numbers: null };
  }
  const numbers = `_fern_numbers_${index}`;
  const parts = source.withoutRowid ? key.map(({ name }) => quoteName(name)) : ['rowid'];
  prepare.push(
    `CREATE TEMP TABLE ${numbers} AS
      SELECT row_number() OVER (ORDER BY ${parts.join(', ')}) AS id,
        ${parts.map((part, place) => `${part} AS k${place}`).join(', ')}
      FROM ${FILE_SCHEMA}.${quoteName(source.name)}`,
    `CREATE INDEX temp.${numbers}_key ON ${numbers} (${parts.map((_, place) => `k${place}`).join(', ')})`,
  );
  report.push(
    source.withoutRowid
      ? 'it has no numbers for its rows; each is given one.'
      : `it has ids ${(source.leastId ?? 1) < 1 ? 'below 1' : 'above 2^52'}; its rows are numbered anew.`,
  );
  return {
    id: (alias) =>
      `(SELECT n.id FROM temp.${numbers} n
        WHERE ${parts.map((part, place) => `n.k${place} IS ${alias}.${part}`).join(' AND ')})`,
    numbers,
  };
}

/** The columns there that a foreign key leads to: where it does not say, the primary key. */
const targets = (key: ForeignKey, parent: SourceTable): string[] =>
  key.to.length > 0 ? key.to : keyColumns(parent).map(({ name }) => name);

export function addLinks(each: Planned, at: (name: string) => Planned | undefined): void {
  const { source, table } = each;
  for (const [index, key] of source.foreignKeys.entries()) {
    const parent = at(key.table);
    if (!parent || key.astray === null || targets(key, parent.source).length !== key.from.length) {
      each.report.push(
        [
          `${key.from.join(', ')} refers to ${key.table},`,
          `${parent ? 'but not to what tells its rows apart' : 'which is not there'}; it stays an ordinary column.`,
        ].join(' '),
      );
      continue;
    }
    if (key.astray > 0)
      each.report.push(
        [
          `${key.from.join(', ')} refers to ${key.astray === 1 ? 'a row' : `${key.astray} rows`} of`,
          `${key.table} that ${key.astray === 1 ? 'is' : 'are'} not there; those are left blank.`,
        ].join(' '),
      );
    const [first = ''] = key.from;
    const single =
      key.from.length === 1 ? source.columns.find(({ name }) => name.toLowerCase() === first.toLowerCase()) : undefined;
    const taken = table.columns.map(({ name }) => name);
    const name = freeName(
      single ? words(first.replace(/_?id$/i, '') || parent.table.recordName) : parent.table.recordName,
      taken,
    );
    const unique = single !== undefined && isUnique(source, single.name);
    const required = single !== undefined && single.notNull && key.astray === 0;
    const rule: DeleteRule =
      key.onDelete === 'CASCADE' ? 'cascade' : key.onDelete === 'SET NULL' && !required ? 'unlink' : 'stop';
    const column: ColumnOf<'link'> = {
      id: `${table.id}l${String(index + 1).padStart(2, '0')}`,
      name,
      identifier: freeIdentifier(
        name,
        'column',
        table.columns.map(({ identifier }) => identifier),
      ),
      kind: 'link',
      tableId: parent.table.id,
      onDelete: rule,
      inverse: table.name,
      inverseIdentifier: table.identifier,
      required,
      unique,
      default: { kind: 'none' },
    };
    table.columns.push(column);
    each.links.push({ key, column });
  }
}

/** Whether an index stands on this column and nothing else, for all rows. */
export const isIndexed = ({ indexes }: SourceTable, name: string): boolean =>
  indexes.some(
    ({ explicit, unique, partial, columns }) =>
      explicit && !unique && !partial && columns.length === 1 && columns[0] === name,
  );

export const isUnique = ({ indexes, columns }: SourceTable, name: string): boolean => {
  const key = columns.filter((column) => column.key > 0);
  return (
    indexes.some(
      (index) => index.unique && !index.partial && index.columns.length === 1 && index.columns[0] === name,
    ) ||
    (key.length === 1 && key[0]?.name === name)
  );
};

/** The row that a foreign key leads to, as the number that it has in the new table. */
export function linkSql(key: ForeignKey, parent: Planned): string {
  const there = targets(key, parent.source);
  const same = there.map((column, index) => `p.${quoteName(column)} = c.${quoteName(key.from[index] as string)}`);
  return `(SELECT ${parent.id('p')} FROM ${FILE_SCHEMA}.${quoteName(parent.source.name)} AS p
    WHERE ${same.join(' AND ')})`;
}

/** What the record on the other side calls those that belong to it, told apart from all that it has already. */
export function giveInverses(planned: readonly Planned[], at: (name: string) => Planned | undefined): void {
  const given: { tableId: string; name: string; identifier: string }[] = [];
  for (const { table, links } of planned) {
    for (const { key, column } of links) {
      const parent = (at(key.table) as Planned).table;
      const taken = [...parent.columns, ...given.filter(({ tableId }) => tableId === parent.id)];
      const names = taken.map(({ name }) => name);
      const isFree = !names.some((name) => name.toLowerCase() === table.name.toLowerCase());
      column.inverse = freeName(
        isFree ? table.name : `${table.name.slice(0, 36)} by ${column.name.slice(0, 36).toLowerCase()}`,
        names,
      );
      column.inverseIdentifier = freeIdentifier(
        column.inverse,
        'link',
        taken.map(({ identifier }) => identifier),
      );
      given.push({ tableId: parent.id, name: column.inverse, identifier: column.inverseIdentifier });
    }
  }
}

/** A table of two links and nothing else holds a many-to-many link. */
export const isLinking = ({ table, source, links }: Planned): boolean =>
  links.length === 2 && table.columns.length === 2 && source.columns.length <= 3;
