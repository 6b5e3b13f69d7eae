import { type CompiledPeople, ID, SHOWN_NAME } from '@/core/compiled';
import type { Definition } from '@/core/model';
import { PIN, shownNameSql } from '@/core/plan';
import { as, ME, name, param, quoteName, raw, rowsOf, sql } from '@/core/sql';

export function compilePeople(plan: Definition): CompiledPeople | null {
  const { people } = plan;
  const table = plan.tables.find(({ id }) => id === people?.tableId);
  if (!people || !table) return null;
  const [from, pin] = [rowsOf(table.identifier), name(PIN)];
  const locked = people.pins ? sql`${pin} IS NOT NULL` : raw('0');
  const shown = as(shownNameSql(plan, table, `${quoteName(table.identifier)}.`), SHOWN_NAME);
  return {
    ...people,
    list: sql`
      SELECT ${[name(ID), shown, as(locked, '_locked')]}
      FROM ${from}
      ORDER BY ${name(SHOWN_NAME)} COLLATE NOCASE`,
    pin: sql`SELECT ${as(pin, 'pin')} FROM ${from} WHERE ${name(ID)} = ${param('id')}`,
    setPin: {
      ...sql`
        UPDATE ${name(table.identifier)} SET ${pin} = ${param('pin')}
        WHERE ${name(ID)} = ${param('id')} AND ${name(ID)} = ${param(ME)}`,
      writes: table.identifier,
    },
  };
}
