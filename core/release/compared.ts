/** What a difference is about, in the order that they are told in. */
export const areas = ['tables', 'columns', 'links', 'people', 'queries', 'routines', 'screens', 'look'] as const;
export type Area = (typeof areas)[number];

/** One thing that is otherwise in a later plan than in an earlier one. */
export interface Difference {
  area: Area;
  change: 'added' | 'removed' | 'changed';
  /** A sentence without its full stop. */
  words: string;
}

/** Things of two plans by their ids: those that came, those that went, and those that stayed in both. */
export function paired<T extends { id: string }>(before: readonly T[], after: readonly T[]) {
  return {
    came: after.filter(({ id }) => !before.some((each) => each.id === id)),
    went: before.filter(({ id }) => !after.some((each) => each.id === id)),
    stayed: after.flatMap((now) => {
      const was = before.find(({ id }) => id === now.id);
      return was ? [{ was, now }] : [];
    }),
  };
}
