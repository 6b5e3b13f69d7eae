/** The day of a moment, where this machine is. */
export const dayOf = (at: string): string =>
  new Intl.DateTimeFormat(undefined, { dateStyle: 'medium' }).format(new Date(at));
