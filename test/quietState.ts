/** What is told of an app of which nothing is to be told, beside its plan. */
export const quietState = {
  ...{ generation: 'g', starting: null, releases: [], upgrade: null },
  rehearsed: 'unneeded' as const,
  news: null as never,
};
