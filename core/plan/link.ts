import { isDraft } from 'immer';
import { isLink } from '@/core/column';
import { memo } from '@/core/memo';
import type { ColumnOf, Definition, DeleteRule, Table } from '@/core/model';

/** A link as seen from the record that others belong to. */
export interface IncomingLink {
  /** The table whose records belong to this one, and the column that says so. */
  table: Table;
  column: ColumnOf<'link'>;
}

/**
 * The links that lead to a table, in the order of the plan. Found once for a plan, unless it is one that is being
 * changed.
 */
export function incomingLinks({ tables }: Pick<Definition, 'tables'>, tableId: string): IncomingLink[] {
  return incomingByTable(tables).get(tableId) ?? [];
}

const incomingByTable = memo(
  (tables: readonly Table[]): ReadonlyMap<string, IncomingLink[]> => {
    const incoming = new Map<string, IncomingLink[]>();
    for (const table of tables)
      for (const column of table.columns)
        if (isLink(column)) incoming.set(column.tableId, [...(incoming.get(column.tableId) ?? []), { table, column }]);
    return incoming;
  },
  { unless: isDraft },
);

/**
 * The tables whose records may go when one of a table is deleted, by the rules of the links that lead to it; that table
 * first.
 */
export function cascadedTables(plan: Pick<Definition, 'tables'>, tableId: string): string[] {
  const found = new Set([tableId]);
  // A set that grows while it is gone through is gone through to its end.
  for (const id of found)
    for (const { table, column } of incomingLinks(plan, id)) if (column.onDelete === 'cascade') found.add(table.id);
  return [...found];
}

/** The link columns that touch a table, on either side, each once. */
export function linksAt(
  definition: Pick<Definition, 'tables'>,
  table: Table,
): { table: Table; column: ColumnOf<'link'> }[] {
  return definition.tables.flatMap((each) =>
    each.columns.flatMap((column) =>
      column.kind === 'link' && (each.id === table.id || column.tableId === table.id) ? [{ table: each, column }] : [],
    ),
  );
}

/** Identifiers by table id: what a REFERENCES clause needs to know of other tables. */
export type TableNames = Record<string, string>;

export function tableNames(definition: Pick<Definition, 'tables'>): TableNames {
  return Object.fromEntries(definition.tables.map(({ id, identifier }) => [id, identifier]));
}

const lower = (name: string) => name.charAt(0).toLowerCase() + name.slice(1);

/** "a fitting", "an app"; by its letter, which is right more often than not. */
export function withArticle(name: string): string {
  return `${/^[aeiou]/i.test(name) ? 'an' : 'a'} ${lower(name)}`;
}

/** A link told as a sentence, from the side of the record that others belong to. */
export function linkSentence(definition: Pick<Definition, 'tables'>, table: Table, column: ColumnOf<'link'>): string {
  const target = definition.tables.find(({ id }) => id === column.tableId);
  const [one, many] = [target?.recordName ?? 'record', table.recordName];
  const whole = withArticle(one);
  const has = column.unique ? `has at most one ${lower(many)}` : `has many ${lower(table.name)}`;
  const named = column.inverse.toLowerCase() === table.name.toLowerCase() ? '' : `, its ${lower(column.inverse)}`;
  const belongs = `${withArticle(many)} ${column.required ? 'belongs' : 'may belong'} to one ${lower(one)}`;
  const as = column.name.toLowerCase() === one.toLowerCase() ? '' : `, its ${lower(column.name)}`;
  return `${whole.charAt(0).toUpperCase()}${whole.slice(1)} ${has}${named}; ${belongs}${as}.`;
}

/** What deleting the linked record does, as a sentence. */
export function deleteRuleWords(rule: DeleteRule, recordName: string, inverse: string): string {
  const [one, theirs] = [lower(recordName), lower(inverse)];
  switch (rule) {
    case 'cascade':
      return `Deleting ${withArticle(recordName)} deletes its ${theirs} too.`;
    case 'unlink':
      return `Deleting ${withArticle(recordName)} leaves its ${theirs}, without ${withArticle(recordName)}.`;
    case 'stop':
      return [
        `${withArticle(recordName).replace(/^a/, 'A')} with ${theirs} cannot be deleted: the message names them.`,
        `(Delete or move them first, then the ${one}.)`,
      ].join(' ');
  }
}
