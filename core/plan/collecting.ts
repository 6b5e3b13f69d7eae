import { incomingLinks } from './link';
import { isLink, mustBeGiven } from '@/core/column';
import { fault, type Fault, unless } from '@/core/fault';
import type { Collecting, Definition, Table } from '@/core/model';

type Plan = Pick<Definition, 'tables'>;

/** Why records of the tables `from` cannot be collected so. */
export function collectFaults(
  { tables }: Plan,
  from: readonly string[],
  { tableId, linkId, countId, parentId }: Collecting,
): Fault[] {
  const table = tables.find(({ id }) => id === tableId);
  const columnOf = (id: string) => table?.columns.find((column) => column.id === id);
  const link = columnOf(linkId);
  if (!table || link?.kind !== 'link') return [fault('collect-no-link', {}, ['linkId'])];
  const missing = missingOf(table, [linkId, countId, parentId]);
  return [
    ...unless(
      from.every((id) => id === link.tableId),
      'collect-other-link',
      {},
      ['linkId'],
    ),
    ...(missing === null ? [] : [fault('collect-missing', { column: missing })]),
    ...unless(
      parentId === undefined || (parentId !== linkId && columnOf(parentId)?.kind === 'link'),
      'collect-no-parent',
      {},
      ['parentId'],
    ),
    ...unless(countId === undefined || columnOf(countId)?.kind === 'wholeNumber', 'collect-no-count', {}, ['countId']),
  ];
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
