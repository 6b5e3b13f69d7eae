import { type Definition, PIN, shownNameSql } from '@/core/definition';
import { quoteName } from '@/core/expression';
import { ID, SHOWN_NAME } from './columns';
import { selectAs, type Statement } from './statement';

/** Who can sign in. */
export interface CompiledPeople {
  tableId: string;
  pins: boolean;
  /** Everyone by name, with `_locked` where a PIN is asked for. */
  list: Statement;
  /** The hash of a PIN, `pin`; parameter `id`. */
  pin: Statement;
  /** Sets or clears the PIN of the one who is signed in; parameters `id` and `pin`. */
  setPin: Statement;
}

export function compilePeople(plan: Definition): CompiledPeople | null {
  const { people } = plan;
  const table = plan.tables.find(({ id }) => id === people?.tableId);
  if (!people || !table) return null;
  const [from, pin] = [quoteName(table.identifier), quoteName(PIN)];
  const locked = people.pins ? `${pin} IS NOT NULL` : '0';
  return {
    ...people,
    list: {
      sql: `SELECT ${quoteName(ID)}, ${selectAs(shownNameSql(plan, table, `${from}.`), SHOWN_NAME)}, ${selectAs(locked, '_locked')} FROM ${from} ORDER BY ${quoteName(SHOWN_NAME)} COLLATE NOCASE`,
    },
    pin: { sql: `SELECT ${selectAs(pin, 'pin')} FROM ${from} WHERE ${quoteName(ID)} = :id` },
    setPin: { sql: `UPDATE ${from} SET ${pin} = :pin WHERE ${quoteName(ID)} = :id AND ${quoteName(ID)} = :_person` },
  };
}
