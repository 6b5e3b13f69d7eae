import { ownerStatement } from './owner';
import { isAsked, isLink, NOW_SQL } from '@/core/column';
import { ID, IDS, ownerCondition, SHOWN_NAME, type Statement, type WriteStatements } from '@/core/compiled';
import type { AskedColumn, Column, Definition, Table } from '@/core/model';
import {
  type Distinction,
  distinctions,
  isPersonal,
  PERSON,
  personalIdentifier,
  RECORD,
  shownNameSql,
} from '@/core/plan';
import {
  allOf,
  as,
  constant,
  EMPTY,
  type Fragment,
  joined,
  ME,
  name,
  OWNER,
  param,
  quoteName,
  raw,
  rowsOf,
  sql,
} from '@/core/sql';

type Plan = Pick<Definition, 'tables' | 'people'>;

const ONE = sql`"id" = ${param('id')}`;

const MANY = sql`"id" IN (SELECT value FROM json_each(${param(IDS)}))`;

const NOW = raw(NOW_SQL);

export function writeStatements(plan: Plan, table: Table): WriteStatements {
  const { identifier } = table;
  const asked = table.columns.filter(isAsked).filter((column) => !isPersonal(column));
  const changed = table.columns.filter(({ kind }) => kind === 'changed').map((column) => assign(column, NOW));
  const mine = table.owned ? [ownerCondition] : [];
  const isPeople = plan.people?.tableId === table.id;
  const write = (statement: Fragment): Statement => ({ ...ownerStatement(plan, statement), writes: identifier });

  const told = distinctions(table);
  const lasting = told.filter(({ policy }) => policy !== 'refuse');
  const matches = sql`(${joined(lasting.map(sameIn), ' OR ')})`;
  const setting = (which: Fragment) =>
    Object.fromEntries(
      asked.map((column) => {
        const assignments = [assign(column, param('value')), ...changed];
        return [column.identifier, write(sql`UPDATE ${name(identifier)} SET ${assignments}${where([which, ...mine])}`)];
      }),
    );
  // A profile takes all that is its owner's along, so nobody else can delete it.
  const mayGo = [...mine, ...(isPeople ? [sql`"id" = ${param(ME)}`] : [])];
  return {
    insert: write(insertion(plan, table, asked, changed)),
    replaced: told
      .filter(({ policy }) => policy === 'replace')
      .map(({ columns }) => deletion(identifier, [...columns.map(is), ...mine])),
    same: lasting.length === 0 ? null : sameRecord(plan, table, matches),
    update: write(alteration(plan, table, asked, changed)),
    set: setting(ONE),
    setMany: setting(MANY),
    remove: deletion(identifier, [ONE, ...mayGo]),
    removeMany: deletion(identifier, [MANY, ...mayGo]),
    personal: personalWrites(
      plan,
      table,
      lasting.length === 0
        ? raw('last_insert_rowid()')
        : sql`(SELECT ${name(ID)} FROM ${name(identifier)}${where([matches, ...mine])} LIMIT 1)`,
    ),
  };
}

const assign = ({ identifier }: Pick<Column, 'identifier'>, value: Fragment): Fragment =>
  sql`${name(identifier)} = ${value}`;

const is = (column: AskedColumn): Fragment => assign(column, param(column.identifier));

/** What holds for the record that has the same in all of some columns. */
const sameIn = ({ columns }: Distinction): Fragment =>
  columns.length === 1 ? allOf(columns.map(is)) : sql`(${allOf(columns.map(is))})`;

const where = (conditions: readonly Fragment[]): Fragment => sql` WHERE ${allOf(conditions)}`;

/** Deletes the records that all of the conditions hold for, and finds those beforehand. */
export function deletion(identifier: string, conditions: readonly Fragment[]): Statement {
  const rows = sql`FROM ${name(identifier)}${where(conditions)}`;
  return { ...sql`DELETE ${rows}`, writes: identifier, deletes: sql`SELECT "id" AS id ${rows}` };
}

function insertion(plan: Plan, table: Table, asked: readonly AskedColumn[], changed: readonly Fragment[]): Fragment {
  const given = [
    ...asked.map(({ identifier }) => ({ column: name(identifier), value: param(identifier) })),
    ...(table.owned ? [{ column: name(OWNER), value: param(ME) }] : []),
  ];
  // Where every value is each person's own, the record itself holds none.
  const fields = given.length > 0 ? given : [{ column: name(ID), value: constant(null) }];
  const values = fields.map(({ value }) => value);
  const allowed = [
    ...(table.owned ? [sql`${param(ME)} IS NOT NULL`] : []),
    ...ownLinks(plan, asked).map((link) => seen(plan, link)),
  ];
  const source = allowed.length === 0 ? sql`VALUES (${values})` : sql`SELECT ${values}${where(allowed)}`;
  const columns = fields.map(({ column }) => column);
  return sql`INSERT INTO ${name(table.identifier)} (${columns}) ${source}${onConflict(table, asked, changed)}`;
}

function alteration(plan: Plan, table: Table, asked: readonly AskedColumn[], changed: readonly Fragment[]): Fragment {
  const assignments = [...asked.map(is), ...changed];
  const unchanged = ownLinks(plan, asked).map(
    (link) => sql`(${name(link.identifier)} IS ${param(link.identifier)} OR ${seen(plan, link)})`,
  );
  return sql`UPDATE ${name(table.identifier)} SET ${
    assignments.length > 0 ? assignments : sql`${name(ID)} = ${param('id')}`
  }${where([ONE, ...(table.owned ? [ownerCondition] : []), ...unchanged])}`;
}

function sameRecord(plan: Plan, table: Table, matches: Fragment): Statement {
  const shown = as(shownNameSql(plan, table, `${quoteName(table.identifier)}.`), SHOWN_NAME);
  return ownerStatement(
    plan,
    sql`SELECT ${[name(ID), shown]} FROM ${rowsOf(table.identifier)}${where([matches])} LIMIT 1`,
  );
}

const ownLinks = (plan: Plan, asked: readonly AskedColumn[]) =>
  asked.filter(isLink).filter(({ tableId }) => plan.tables.some(({ id, owned }) => id === tableId && owned));

/** A link leads nowhere, or to a record that the person sees. */
function seen({ tables }: Plan, { identifier, tableId }: { identifier: string; tableId: string }): Fragment {
  const target = tables.find(({ id }) => id === tableId)?.identifier ?? '';
  const id = param(identifier);
  return sql`(${id} IS NULL OR EXISTS (SELECT 1 FROM ${rowsOf(target)} AS _t WHERE _t."id" = ${id}))`;
}

function personalWrites(plan: Plan, table: Table, lastId: Fragment): WriteStatements['personal'] {
  const mine = table.columns.filter(isPersonal);
  if (mine.length === 0 || !plan.people) return null;
  const identifier = personalIdentifier(plan.tables, table.identifier);
  const [apart, record, person, me] = [name(identifier), name(RECORD), name(PERSON), param(ME)];
  const columns = mine.map((column) => name(column.identifier));
  const values = mine.map((column) => param(column.identifier));
  const something = joined(
    mine.map((column) => {
      const value = param(column.identifier);
      return column.kind === 'yesNo' ? sql`${value} = 1` : sql`${value} IS NOT NULL`;
    }),
    ' OR ',
  );
  const taken = columns.map((column) => sql`${column} = excluded.${column}`);
  const write = (id: Fragment): Statement => {
    const there = sql`EXISTS (SELECT 1 FROM ${apart} AS _p WHERE _p.${record} = ${id} AND _p.${person} = ${me})`;
    const insert = sql`INSERT INTO ${apart} (${[record, person, ...columns]}) SELECT ${[id, me, ...values]}`;
    const conflict = sql`ON CONFLICT (${[record, person]}) DO UPDATE SET ${taken}`;
    return {
      ...sql`${insert} WHERE ${me} IS NOT NULL AND (${something} OR ${there}) ${conflict}`,
      writes: identifier,
    };
  };
  return { inserted: write(lastId), updated: write(param('id')), table: identifier };
}

/** What an insert does about what must be different in every record and is there already. */
function onConflict(table: Table, asked: readonly AskedColumn[], changed: readonly Fragment[]): Fragment {
  const policies = distinctions(table).map(({ columns, policy }) => {
    const target = [...(table.owned ? [OWNER] : []), ...columns.map(({ identifier }) => identifier)].map(name);
    const on = sql` ON CONFLICT (${target})`;
    if (policy === 'keep') return sql`${on} DO NOTHING`;
    if (policy !== 'update') return EMPTY;
    const others = asked
      .filter(({ id }) => !columns.some((column) => column.id === id))
      .map(({ identifier }) => sql`${name(identifier)} = excluded.${name(identifier)}`);
    return others.length === 0 ? sql`${on} DO NOTHING` : sql`${on} DO UPDATE SET ${[...others, ...changed]}`;
  });
  return joined(policies, '');
}
