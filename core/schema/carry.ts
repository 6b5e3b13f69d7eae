import { chosenSql, conditionSql, fillOf, readsBeyond, rowsOf } from './chosen';
import { isAsked, isLink, isStored } from '@/core/column';
import { parameters } from '@/core/expression';
import type { Definition, Fills, RowsOf, StoredColumn, Table } from '@/core/model';
import { PIN } from '@/core/plan';
import { literal, OWNER, quoteName, quoteText, type Typed } from '@/core/sql';

type Plan = Pick<Definition, 'tables'>;

/**
 * What is taken out of a table before anything changes, for what is to know more than one record as it was: values by
 * the ids of their rows, under names of its own, and the id that each row gets where it becomes one of another table.
 */
export interface Carry {
  name: string;
  from: string;
  /** SQL over a row of that table; null: all rows. */
  where: string | null;
  becomes: string;
  values: string[];
}

/** Rows of a table that become rows of another. */
export interface Pour {
  from: Table;
  into: Table;
  carried: string;
  columns: string[];
}

export const carriedName = (id: string): string => `_carry_${id}`;

/** Where rows of one table become rows of another, by both of their ids. */
const pourName = ({ from, into }: Pick<RowsOf['rowsOf'], 'from' | 'into'>): string => carriedName(`${from}>${into}`);

/** SQL of a value that is known for a row by its id. */
const carried = (name: string, what: string, rowId: string): string =>
  `(SELECT c.${what} FROM ${quoteName(name)} AS c WHERE c."id" = ${rowId})`;

/** The statements that take values out, and let them go. */
export function carrySql({ name, from, where, becomes, values }: Carry): string[] {
  const table = quoteName(from);
  const columns = values.map((_, at) => `, "v${at}" ANY`).join('');
  const taken = [`${table}."id"`, becomes, ...values].join(', ');
  return [
    `CREATE TABLE ${quoteName(name)} ("id" INTEGER PRIMARY KEY, "becomes" INTEGER${columns}) STRICT`,
    `INSERT INTO ${quoteName(name)} SELECT ${taken} FROM ${table}${where === null ? '' : ` WHERE ${where}`}`,
  ];
}

export function pourSql({ into, carried: name, columns }: Pour): string {
  const targets = ['id', ...columns].map(quoteName).join(', ');
  const values = ['"becomes"', ...columns.map((_, at) => `"v${at}"`)].join(', ');
  return `INSERT INTO ${quoteName(into.identifier)} (${targets}) SELECT ${values} FROM ${quoteName(name)} ORDER BY "id"`;
}

/** What choices take out of the tables before they change, and the rows that then become rows of others. */
export function carriesOf(
  before: Plan,
  after: Plan,
  { fills = {}, edit, today }: { fills?: Fills; edit?: number | null; today?: string },
): { carries: Carry[]; pours: Pour[] } {
  const carries = before.tables.flatMap((table): Carry[] => {
    const next = after.tables.find(({ id }) => id === table.id);
    return (next?.columns ?? []).filter(isStored).flatMap((to) => {
      const fill = fills[to.id];
      if (!readsBeyond(before, table, fill)) return [];
      const from = table.columns.filter(isStored).find(({ id }) => id === to.id) ?? null;
      const sql = onDay(chosenSql(before, table, from, to, fill), today);
      const name = carriedName(to.id);
      return sql === null ? [] : [{ name, from: table.identifier, where: null, becomes: 'NULL', values: [sql] }];
    });
  });
  const pours: Pour[] = [];
  // An edit is undone row by row: rows go into other tables by upgrades alone.
  for (const rows of typeof edit === 'number' ? [] : rowsOf(fills)) {
    const from = before.tables.find(({ id }) => id === rows.from);
    const into = after.tables.find(({ id }) => id === rows.into);
    if (!from || !into) continue;
    const others = pours.filter((pour) => pour.into === into).map((pour) => pour.carried);
    const name = pourName(rows);
    const where = rows.where === null ? null : conditionSql(before, from, rows.where);
    const given = givenOf(before, after, from, into, rows, fills);
    carries.push({
      ...{ name, from: from.identifier, where },
      becomes: `${quoteName(from.identifier)}."id" + ${offset(before, into, others)}`,
      values: given.map(({ sql }) => sql),
    });
    pours.push({ from, into, carried: name, columns: given.map(({ column }) => column.identifier) });
  }
  return { carries, pours };
}

/** A journal holds values: today is the day of the edit. */
export const onDay = (sql: string | null, today: string | undefined): string | null =>
  today === undefined ? sql : (sql?.replaceAll((parameters.today as Typed).sql, quoteText(today)) ?? null);

/** What new ids begin after: an id that was ever given is not given again. */
function offset(before: Plan, into: Table, others: readonly string[]): string {
  const standing = before.tables.find(({ id }) => id === into.id);
  const highest = others.map((name) => `coalesce((SELECT max("becomes") FROM ${quoteName(name)}), 0)`);
  if (standing)
    highest.push(
      `coalesce((SELECT seq FROM sqlite_sequence WHERE name = ${quoteText(standing.identifier)}), 0)`,
      `coalesce((SELECT max("id") FROM ${quoteName(standing.identifier)}), 0)`,
    );
  return highest.length > 1 ? `max(${highest.join(', ')})` : (highest[0] ?? '0');
}

/** What each column of the new rows holds, as SQL over a row of `from` as it was. */
function givenOf(
  before: Plan,
  after: Plan,
  from: Table,
  into: Table,
  { values }: RowsOf['rowsOf'],
  fills: Fills,
): { column: StoredColumn; sql: string }[] {
  const old = from.columns.filter(isStored);
  return into.columns.filter(isStored).flatMap((column) => {
    const text = values[column.id];
    const fill = fillOf(fills, column.id) ?? (column.kind === 'yesNo' ? 0 : null);
    const said = text === undefined ? null : chosenSql(before, from, null, column, { expression: text });
    // What the database keeps by itself goes along; a record that is made of one that stays can lead to it.
    const same = isGiven(column) ? undefined : old.find((each) => each.kind === column.kind && alike(each, column));
    const leadsBack = isLink(column) && column.tableId === from.id && after.tables.some(({ id }) => id === from.id);
    const own = `${quoteName(from.identifier)}.`;
    const sql = said ?? (same ? `${own}${quoteName(same.identifier)}` : leadsBack ? `${own}"id"` : null);
    const shown = fill === null ? sql : sql === null ? literal(fill) : `coalesce(${sql}, ${literal(fill)})`;
    return shown === null ? [] : [{ column, sql: shown }];
  });
}

/** Whether a column of new rows is for somebody to say; who owns a record, and when it was made, goes along. */
export const isGiven = (column: StoredColumn): boolean =>
  isAsked(column) && column.identifier !== OWNER && column.identifier !== PIN;

const alike = (one: StoredColumn, other: StoredColumn): boolean =>
  isLink(one) ? one.identifier === other.identifier && isLink(other) && one.tableId === other.tableId : true;

/**
 * What a column holds by what was taken out before; null where nothing was. A link to a record that became another
 * follows it, and a new link from a record to what it became leads there. `rowId`: SQL of the id of the row.
 */
export function carriedSql(
  { carries, pours }: { carries: readonly Carry[]; pours: readonly Pour[] },
  table: Table,
  from: StoredColumn | null,
  to: StoredColumn,
): string | null {
  const own = quoteName(table.identifier);
  const name = carriedName(to.id);
  if (carries.some((carry) => carry.name === name)) return carried(name, '"v0"', `${own}."id"`);
  if (!isLink(to)) return null;
  const led = from ? (isLink(from) ? from.tableId : null) : table.id;
  if (led === to.tableId) return null;
  const pour = pours.find((each) => each.from.id === led && each.into.id === to.tableId);
  return pour
    ? carried(pour.carried, '"becomes"', from ? `${own}.${quoteName(from.identifier)}` : `${own}."id"`)
    : null;
}
