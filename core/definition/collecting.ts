import type { Definition } from './definition';
import { incomingLinks, isLink } from './link';
import { isAsked } from './scope';
import type { Collecting } from './screen';

type Plan = Pick<Definition, 'tables'>;

/** Why records of the tables `from` cannot be collected so, in words, or null. */
export function collectFault({ tables }: Plan, from: readonly string[], { tableId, linkId, countId, parentId }: Collecting): string | null {
  const table = tables.find(({ id }) => id === tableId);
  const columnOf = (id: string) => table?.columns.find((column) => column.id === id);
  const link = columnOf(linkId);
  if (!table || link?.kind !== 'link') return 'its list is saved by a link that is not there';
  if (!from.every((id) => id === link.tableId)) return 'its list is saved by a link to another table than it is of';
  const given = [linkId, countId, parentId];
  const missing = table.columns.find((column) => isAsked(column) && column.required && column.kind !== 'yesNo' && column.default.kind === 'none' && !given.includes(column.id));
  if (missing) return `its list cannot be saved: ${table.name} › ${missing.name} must not be blank`;
  if (parentId !== undefined && (parentId === linkId || columnOf(parentId)?.kind !== 'link')) return 'its list belongs to a record by a link that is not there';
  return countId === undefined || columnOf(countId)?.kind === 'wholeNumber' ? null : 'how often a thing is on the list is a whole number';
}

/** The ways in which records of a table could be collected, one for each link that leads to it: with another link as the parent where that is needed. `fault` tells why one cannot, or is null. */
export function collectings(plan: Plan, tableId: string): { name: string; collecting: Collecting; fault: string | null }[] {
  return incomingLinks(plan, tableId).map(({ table, column }) => {
    const count = table.columns.find(({ kind }) => kind === 'wholeNumber');
    const plain: Collecting = { tableId: table.id, linkId: column.id, ...(count ? { countId: count.id } : {}), leaving: 'keep' };
    const ofParents = table.columns.filter(isLink).map(({ id }): Collecting => ({ ...plain, parentId: id }));
    const fitting = [plain, ...ofParents].find((each) => collectFault(plan, [tableId], each) === null);
    return { name: `${table.name}, by ${column.name.toLowerCase()}`, collecting: fitting ?? plain, fault: fitting ? null : collectFault(plan, [tableId], plain) };
  });
}
