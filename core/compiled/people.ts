import type { Statement } from './statement';

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
