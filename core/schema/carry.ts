import { chosenSql, conditionSql, fillOf, isChoice, readsBeyond, rowsOf, standingFills } from './chosen';
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
  /** The column whose values they are; null: those of new rows. */
  of: string | null;
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
  /** `via`: where it is known what the record that a link leads to became. */
  columns: { name: string; via: string | null }[];
}

type Pair = Pick<Pour, 'from' | 'into' | 'carried'> & { rows: RowsOf['rowsOf'] };

/** By number: ids that differ in case alone would be one name to SQLite. */
const nameOf = (place: number): string => `_carry_${place + 1}`;

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
  const targets = ['id', ...columns.map((column) => column.name)].map(quoteName).join(', ');
  const values = columns.map(({ via }, at) => (via === null ? `r."v${at}"` : carried(via, '"becomes"', `r."v${at}"`)));
  return `INSERT INTO ${quoteName(into.identifier)} (${targets})
    SELECT ${['r."becomes"', ...values].join(', ')} FROM ${quoteName(name)} AS r ORDER BY r."id"`;
}

/** What choices take out of the tables before they change, and the rows that then become rows of others. */
export function carriesOf(
  before: Plan,
  after: Plan,
  { fills = {}, edit, today }: { fills?: Fills; edit?: number | null; today?: string },
): { carries: Carry[]; pours: Pour[] } {
  // Most changes say nothing of the kind.
  if (!Object.values(fills).some(isChoice)) return { carries: [], pours: [] };
  const carries = columnCarries(before, after, fills, today);
  const pours: Pour[] = [];
  // An edit is undone row by row: rows go into other tables by upgrades alone.
  const pairs = typeof edit === 'number' ? [] : pairsOf(before, after, fills, carries.length);
  for (const pair of pairs) {
    const { from, into, carried: name, rows } = pair;
    const others = pours.filter((pour) => pour.into === into).map((pour) => pour.carried);
    const where = rows.where === null ? null : conditionSql(before, from, rows.where);
    const given = into.columns
      .filter(isStored)
      .flatMap((column) => givenOf(before, after, pair, pairs, column, fills) ?? []);
    carries.push({
      ...{ name, of: null, from: from.identifier, where },
      becomes: `${quoteName(from.identifier)}."id" + ${offset(before, into, others)}`,
      values: given.map(({ sql }) => sql),
    });
    pours.push({ from, into, carried: name, columns: given.map(({ name: to, via }) => ({ name: to, via })) });
  }
  return { carries, pours };
}

function columnCarries(before: Plan, after: Plan, fills: Fills, today: string | undefined): Carry[] {
  const found = before.tables.flatMap((table) => {
    const next = after.tables.find(({ id }) => id === table.id);
    return (next?.columns ?? []).filter(isStored).flatMap((to) => {
      const fill = fills[to.id];
      if (!readsBeyond(before, table, fill)) return [];
      const from = table.columns.filter(isStored).find(({ id }) => id === to.id) ?? null;
      const sql = onDay(chosenSql(before, table, from, to, fill), today);
      return sql === null ? [] : [{ of: to.id, from: table.identifier, sql }];
    });
  });
  return found.map(({ of, from, sql }, place) => ({
    ...{ name: nameOf(place), of, from, where: null, becomes: 'NULL', values: [sql] },
  }));
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

function pairsOf(before: Plan, after: Plan, fills: Fills, first = 0): Pair[] {
  return rowsOf(standingFills(before, after, fills)).flatMap((rows, place) => {
    const from = before.tables.find(({ id }) => id === rows.from);
    const into = after.tables.find(({ id }) => id === rows.into);
    return from && into ? [{ from, into, rows, carried: nameOf(first + place) }] : [];
  });
}

/** What a column of the new rows holds, as SQL over a row of `from` as it was; null where that is nothing. */
function givenOf(
  before: Plan,
  after: Plan,
  { from, rows }: Pair,
  pairs: readonly Pair[],
  column: StoredColumn,
  fills: Fills,
): { name: string; via: string | null; sql: string } | null {
  const text = rows.values[column.id];
  const said = text === undefined ? null : chosenSql(before, from, null, column, { expression: text });
  const followed = said === null ? followedLink(from, pairs, column) : null;
  const own = `${quoteName(from.identifier)}.`;
  if (followed)
    return { name: column.identifier, via: followed.via, sql: `${own}${quoteName(followed.link.identifier)}` };
  // What the database keeps by itself goes along; a record that is made of one that stays can lead to it.
  const same = isGiven(column) ? undefined : from.columns.filter(isStored).find((each) => alike(each, column));
  const leadsBack = isLink(column) && column.tableId === from.id && after.tables.some(({ id }) => id === from.id);
  const sql = said ?? (same ? `${own}${quoteName(same.identifier)}` : leadsBack ? `${own}"id"` : null);
  const fill = fillOf(fills, column.id) ?? (column.kind === 'yesNo' ? 0 : null);
  const shown = fill === null ? sql : sql === null ? literal(fill) : `coalesce(${sql}, ${literal(fill)})`;
  return shown === null ? null : { name: column.identifier, via: null, sql: shown };
}

/** The link of the same name whose records become those that a column leads to. */
function followedLink(from: Table, pairs: readonly Pair[], column: StoredColumn) {
  if (!isLink(column)) return null;
  for (const link of from.columns.filter(isLink)) {
    const pair = pairs.find((each) => each.from.id === link.tableId && each.into.id === column.tableId);
    if (pair && link.name.toLowerCase() === column.name.toLowerCase()) return { link, via: pair.carried };
  }
  return null;
}

/** Whether a link is set by itself, by what its record, or the one that it leads to, was. */
export const isFollowed = (before: Plan, after: Plan, fills: Fills, from: Table, column: StoredColumn): boolean =>
  isLink(column) &&
  ((column.tableId === from.id && after.tables.some(({ id }) => id === from.id)) ||
    followedLink(from, pairsOf(before, after, fills), column) !== null);

/** Whether a column of new rows is for somebody to say; who owns a record, and when it was made, goes along. */
export const isGiven = (column: StoredColumn): boolean =>
  isAsked(column) && column.identifier !== OWNER && column.identifier !== PIN;

const alike = (one: StoredColumn, other: StoredColumn): boolean =>
  one.kind === other.kind && (!isAsked(one) || one.identifier === other.identifier);

/**
 * What a column holds by what was taken out before; null where nothing was. A link to a record that became another
 * follows it, and a new link from a record to what it became leads there.
 */
export function carriedSql(
  { carries, pours }: { carries: readonly Carry[]; pours: readonly Pour[] },
  table: Table,
  from: StoredColumn | null,
  to: StoredColumn,
): string | null {
  const own = quoteName(table.identifier);
  const taken = carries.find(({ of }) => of === to.id);
  if (taken) return carried(taken.name, '"v0"', `${own}."id"`);
  if (!isLink(to)) return null;
  const led = from ? (isLink(from) ? from.tableId : null) : table.id;
  if (led === to.tableId) return null;
  const pour = pours.find((each) => each.from.id === led && each.into.id === to.tableId);
  return pour
    ? carried(pour.carried, '"becomes"', from ? `${own}.${quoteName(from.identifier)}` : `${own}."id"`)
    : null;
}
