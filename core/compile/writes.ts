import {
  type AskedColumn,
  type Definition,
  isAsked,
  isLink,
  isPersonal,
  OWNER,
  PERSON,
  personalIdentifier,
  RECORD,
  type SamePolicy,
  shownNameSql,
  type Table,
} from '@/core/definition';
import { quoteName } from '@/core/expression';
import { NOW_SQL } from '@/core/schema';
import { ID, SHOWN_NAME } from './columns';
import { isOwn, ownSql } from './own';
import { IDS } from './routineCheck';
import { selectAs, type Statement } from './statement';

type Plan = Pick<Definition, 'tables' | 'people'>;

const ONE = '"id" = :id';
const MANY = `"id" IN (SELECT value FROM json_each(:${IDS}))`;

/** What writes the records of one table. */
export interface WriteStatements {
  /**
   * Parameters by column identifier. Where a column says so, the same value again keeps the old record or updates it.
   */
  insert: Statement;
  /** To be run before `insert`: takes away the records whose place the new one takes. */
  replaced: Statement[];
  /** The record that stands after `insert`, where that may be an older one; parameters as for `insert`. */
  same: Statement | null;
  update: Statement;
  /** Sets one column of a record and nothing else; parameters `id` and `value`. */
  set(column: Pick<AskedColumn, 'identifier'>): Statement;
  remove: Statement;
  /** The same for many records; parameter `_ids`, a JSON array. */
  setMany(column: Pick<AskedColumn, 'identifier'>): Statement;
  removeMany: Statement;
  /**
   * What the person who is signed in has for a record, to be run after `insert` or `update` with the same parameters.
   */
  personal: { inserted: Statement; updated: Statement; table: string } | null;
}

export function writeStatements(plan: Plan, table: Table): WriteStatements {
  const from = quoteName(table.identifier);
  const asked = table.columns.filter(isAsked).filter((column) => !isPersonal(column));
  const changed = table.columns
    .filter(({ kind }) => kind === 'changed')
    .map(({ identifier }) => `${quoteName(identifier)} = ${NOW_SQL}`);
  const is = ({ identifier }: AskedColumn) => `${quoteName(identifier)} = :${identifier}`;
  const mine = table.owned ? [isOwn] : [];
  const isPeople = plan.people?.tableId === table.id;

  const given = [
    ...asked.map(({ identifier }) => [quoteName(identifier), `:${identifier}`] as const),
    ...(table.owned ? [[quoteName(OWNER), ':_person'] as const] : []),
  ];
  // Where every value is each person's own, the record itself holds none.
  const fields = given.length > 0 ? given : [[quoteName(ID), 'NULL'] as const];
  const [names, values] = [0, 1].map((index) => fields.map((field) => field[index]).join(', '));
  const allowed = [
    ...(table.owned ? [':_person IS NOT NULL'] : []),
    ...ownLinks(plan, asked).map((link) => seen(plan, link)),
  ];
  const source = allowed.length === 0 ? `VALUES (${values})` : `SELECT ${values} WHERE ${allowed.join(' AND ')}`;

  const lasting = asked.filter((column) => policyOf(column) !== 'refuse');
  const matches = `(${lasting.map(is).join(' OR ')})`;
  const set = ({ identifier }: Pick<AskedColumn, 'identifier'>, which: string): Statement => ({
    sql: ownSql(
      plan,
      `UPDATE ${from} SET ${[`${quoteName(identifier)} = :value`, ...changed].join(', ')} WHERE ${[which, ...mine].join(' AND ')}`,
    ),
  });
  // A profile takes all that is its owner's along, so nobody else can delete it.
  const remove = (which: string): Statement => ({
    sql: `DELETE FROM ${from} WHERE ${[which, ...mine, ...(isPeople ? ['"id" = :_person'] : [])].join(' AND ')}`,
  });
  const unchanged = ownLinks(plan, asked).map(
    (link) => `(${quoteName(link.identifier)} IS :${link.identifier} OR ${seen(plan, link)})`,
  );
  return {
    insert: { sql: ownSql(plan, `INSERT INTO ${from} (${names}) ${source}${onConflict(table, asked, changed)}`) },
    replaced: asked
      .filter((column) => policyOf(column) === 'replace')
      .map((column) => ({ sql: `DELETE FROM ${from} WHERE ${[is(column), ...mine].join(' AND ')}` })),
    same:
      lasting.length === 0
        ? null
        : {
            sql: ownSql(
              plan,
              `SELECT ${quoteName(ID)}, ${selectAs(shownNameSql(plan, table, `${from}.`), SHOWN_NAME)} FROM ${from} WHERE ${matches} LIMIT 1`,
            ),
          },
    update: {
      sql: ownSql(
        plan,
        `UPDATE ${from} SET ${[...asked.map(is), ...changed].join(', ') || `${quoteName(ID)} = :id`} WHERE ${['"id" = :id', ...mine, ...unchanged].join(' AND ')}`,
      ),
    },
    set: (column) => set(column, ONE),
    setMany: (column) => set(column, MANY),
    remove: remove(ONE),
    removeMany: remove(MANY),
    personal: personalWrites(
      plan,
      table,
      lasting.length === 0
        ? 'last_insert_rowid()'
        : `(SELECT ${quoteName(ID)} FROM ${from} WHERE ${[matches, ...mine].join(' AND ')} LIMIT 1)`,
    ),
  };
}

const ownLinks = (plan: Plan, asked: readonly AskedColumn[]) =>
  asked.filter(isLink).filter(({ tableId }) => plan.tables.some(({ id, owned }) => id === tableId && owned));

/** A link leads nowhere, or to a record that the person sees. */
function seen({ tables }: Plan, { identifier, tableId }: { identifier: string; tableId: string }): string {
  const target = tables.find(({ id }) => id === tableId)?.identifier ?? '';
  return `(:${identifier} IS NULL OR EXISTS (SELECT 1 FROM ${quoteName(target)} AS _t WHERE _t."id" = :${identifier}))`;
}

function personalWrites(plan: Plan, table: Table, lastId: string): WriteStatements['personal'] {
  const mine = table.columns.filter(isPersonal);
  if (mine.length === 0 || !plan.people) return null;
  const apart = personalIdentifier(plan.tables, table.identifier);
  const [record, person] = [quoteName(RECORD), quoteName(PERSON)];
  const names = mine.map(({ identifier }) => quoteName(identifier));
  const values = mine.map(({ identifier }) => `:${identifier}`);
  const something = mine
    .map(({ kind, identifier }) => (kind === 'yesNo' ? `:${identifier} = 1` : `:${identifier} IS NOT NULL`))
    .join(' OR ');
  const write = (id: string): Statement => ({
    sql:
      `INSERT INTO ${quoteName(apart)} (${[record, person, ...names].join(', ')}) SELECT ${[id, ':_person', ...values].join(', ')} ` +
      `WHERE :_person IS NOT NULL AND (${something} OR EXISTS (SELECT 1 FROM ${quoteName(apart)} AS _p WHERE _p.${record} = ${id} AND _p.${person} = :_person)) ` +
      `ON CONFLICT (${record}, ${person}) DO UPDATE SET ${names.map((name) => `${name} = excluded.${name}`).join(', ')}`,
  });
  return { inserted: write(lastId), updated: write(':id'), table: apart };
}

const policyOf = (column: AskedColumn): SamePolicy => (column.unique ? (column.onSame ?? 'refuse') : 'refuse');

/** What an insert does about each unique column whose value is there already. */
function onConflict(table: Table, asked: readonly AskedColumn[], changed: readonly string[]): string {
  return asked
    .map((column) => {
      const policy = policyOf(column);
      const on = ` ON CONFLICT (${[...(table.owned ? [OWNER] : []), column.identifier].map(quoteName).join(', ')})`;
      if (policy === 'keep') return `${on} DO NOTHING`;
      if (policy !== 'update') return '';
      const others = asked
        .filter(({ id }) => id !== column.id)
        .map(({ identifier }) => `${quoteName(identifier)} = excluded.${quoteName(identifier)}`);
      return others.length === 0 ? `${on} DO NOTHING` : `${on} DO UPDATE SET ${[...others, ...changed].join(', ')}`;
    })
    .join('');
}
