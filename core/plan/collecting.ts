import { mustBeGiven } from '@/core/column';
import type { Definition, Table, Collecting } from '@/core/model';
import { incomingLinks, isLink } from './link';
type Plan = Pick<Definition, 'tables'>;

/** Why records of the tables `from` cannot be collected so, in words, or null. */
export function collectFault(
  { tables }: Plan,
  from: readonly string[],
  { tableId, linkId, countId, parentId }: Collecting,
): string | null {
  const table = tables.find(({ id }) => id === tableId);
  const columnOf = (id: string) => table?.columns.find((column) => column.id === id);
  const link = columnOf(linkId);
  if (!table || link?.kind !== 'link') return 'its list is saved by a link that is not there';
  if (!from.every((id) => id === link.tableId)) return 'its list is saved by a link to another table than it is of';
  const missing = missingOf(table, [linkId, countId, parentId]);
  if (missing) return `its list cannot be saved: ${missing} must not be blank`;
  if (parentId !== undefined && (parentId === linkId || columnOf(parentId)?.kind !== 'link'))
    return 'its list belongs to a record by a link that is not there';
  return countId === undefined || columnOf(countId)?.kind === 'wholeNumber'
    ? null
    : 'how often a thing is on the list is a whole number';
}

/** The first column that must be given a value, and is given none. */
function missingOf({ name, columns }: Table, given: readonly (string | undefined)[]): string | null {
  const missing = columns.find((column) => mustBeGiven(column) && !given.includes(column.id));
  return missing ? `${name} › ${missing.name}` : null;
}

/**
 * The ways in which records of a table could be collected, one for each link that leads to it: with another link as the
 * parent where that is needed. `missing`: the column that stands in the way, or null.
 */
export function collectings(
  plan: Plan,
  tableId: string,
): { name: string; collecting: Collecting; missing: string | null }[] {
  return incomingLinks(plan, tableId).map(({ table, column }) => {
    const count = table.columns.find(({ kind }) => kind === 'wholeNumber');
    const plain: Collecting = {
      tableId: table.id,
      linkId: column.id,
      ...(count ? { countId: count.id } : {}),
      leaving: 'keep',
    };
    const parents = table.columns.filter(isLink).filter(({ id }) => id !== column.id);
    const ways = [plain, ...parents.map(({ id }): Collecting => ({ ...plain, parentId: id }))];
    const missing = ({ linkId, countId, parentId }: Collecting) => missingOf(table, [linkId, countId, parentId]);
    const fitting = ways.find((each) => missing(each) === null);
    return {
      name: `${table.name}, by ${column.name.toLowerCase()}`,
      collecting: fitting ?? plain,
      missing: fitting ? null : missing(plain),
    };
  });
}
