let last = 0;

/** A new id of the definition. Ids sort in the order of making, which is the order of columns in the database. */
export function newId(): string {
  last = Math.max(Date.now(), last + 1);
  return `x${last.toString(36)}${Math.floor(Math.random() * 1296)
    .toString(36)
    .padStart(2, '0')}`;
}
