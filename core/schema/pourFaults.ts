import { isFollowed, isGiven } from './carry';
import { chosenFault, conditionFault, fillOf, isChoice } from './chosen';
import { isStored, traitsOf } from '@/core/column';
import type { Definition, Fills, RowsOf, StoredColumn, Table } from '@/core/model';

type Plan = Pick<Definition, 'tables'>;

/**
 * Why the records of a table cannot become records of another, each with the column that it is about (null: none), in
 * words. `before`, `after`: the plans as the database holds them.
 */
export function pourFaults(
  before: Plan,
  after: Plan,
  rows: RowsOf['rowsOf'],
  fills: Fills,
): { column: StoredColumn | null; reason: string }[] {
  const from = before.tables.find(({ id }) => id === rows.from);
  const into = after.tables.find(({ id }) => id === rows.into);
  if (!from || !into) return [{ column: null, reason: 'the table is not there' }];
  const condition = rows.where === null ? null : conditionFault(before, from, rows.where);
  const own = fills[into.id];
  const hasTexts = isChoice(own) && 'textsOf' in own;
  const columns = into.columns.filter(isStored);
  return [
    ...(from.id === into.id ? [{ column: null, reason: 'a table does not take its own records' }] : []),
    ...(hasTexts ? [{ column: null, reason: `${into.name} begins with a record for each text` }] : []),
    ...(condition === null ? [] : [{ column: null, reason: condition }]),
    ...columns.flatMap((column) => {
      const text = rows.values[column.id];
      const reason =
        text === undefined
          ? isFollowed(before, after, withRows(fills, rows), from, column)
            ? null
            : missing(column, fills)
          : chosenFault(before, from, null, column, { expression: text });
      return reason === null ? [] : [{ column, reason }];
    }),
    ...Object.keys(rows.values)
      .filter((id) => !columns.some((column) => column.id === id && isGiven(column)))
      .map(() => ({ column: null, reason: `a column that ${into.name} does not have is given` })),
  ];
}

/**
 * The columns that records get which are made of others, and what they hold at first: expressions for what is called
 * the same in both tables, and for their names.
 */
export function givenColumns(
  before: Plan,
  from: Table,
  into: Table,
): { column: StoredColumn; likely: string | null }[] {
  const old = from.columns.filter(isStored);
  return into.columns
    .filter(isStored)
    .filter(isGiven)
    .map((column) => {
      const alike = old.filter(({ name }) => name.toLowerCase() === column.name.toLowerCase());
      const names = nameId(into) === column.id ? old.filter(({ id }) => id === nameId(from)) : [];
      const fits = ({ identifier }: StoredColumn) =>
        chosenFault(before, from, null, column, { expression: identifier }) === null;
      return { column, likely: [...alike, ...names].find(fits)?.identifier ?? null };
    });
}

const nameId = ({ naming }: Table): string | null => (naming.kind === 'column' ? naming.columnId : null);

/** Choices with what is asked about them. */
const withRows = (fills: Fills, rows: RowsOf['rowsOf']): Fills => ({
  ...Object.fromEntries(Object.entries(fills).filter(([id]) => id !== rows.from && id !== rows.into)),
  [rows.from]: { rowsOf: rows },
  [rows.into]: { rowsOf: rows },
});

/** What has to be there is given, or filled. */
function missing(column: StoredColumn, fills: Fills): string | null {
  if (!isGiven(column) || !column.required || traitsOf(column).neverBlank) return null;
  return fillOf(fills, column.id) === null ? 'it must not be blank' : null;
}
