import { isAsked } from '@/core/column';
import type { Collecting, Definition } from '@/core/model';
import { isLink } from '@/core/plan';
/** What a working list is saved as. */
export interface CompiledCollect {
  tableId: string;
  /**
   * The column, by its identifier, that says which record was on the list; how often it was; and which record the list
   * was opened from.
   */
  linkIdentifier: string;
  countIdentifier: string | null;
  parent: { columnId: string; identifier: string; tableId: string } | null;
  leaving: Collecting['leaving'];
}

export function compileCollect(
  { tables }: Pick<Definition, 'tables'>,
  { tableId, linkId, countId, parentId, leaving }: Collecting,
): CompiledCollect | null {
  const columns = tables.find(({ id }) => id === tableId)?.columns ?? [];
  const link = columns.filter(isLink).find(({ id }) => id === linkId);
  if (!link) return null;
  const count = columns.filter(isAsked).find(({ id }) => id === countId);
  const parent = columns.filter(isLink).find(({ id }) => id === parentId);
  return {
    tableId,
    linkIdentifier: link.identifier,
    countIdentifier: count?.identifier ?? null,
    parent: parent ? { columnId: parent.id, identifier: parent.identifier, tableId: parent.tableId } : null,
    leaving,
  };
}
