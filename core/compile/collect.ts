import { isAsked, isLink } from '@/core/column';
import type { CompiledCollect } from '@/core/compiled';
import type { Collecting, Definition } from '@/core/model';

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
