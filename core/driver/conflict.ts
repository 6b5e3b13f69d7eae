/** Thrown when a change set no longer fits the rows that it would change. */
export class ConflictError extends Error {}
