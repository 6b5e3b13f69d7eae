/** Tables by their headings, each heading where its first table stands; those without one come first. */
export function byHeading<T extends { heading?: string }>(
  tables: readonly T[],
): { heading: string | null; tables: T[] }[] {
  const groups: { heading: string | null; tables: T[] }[] = [];
  for (const table of tables) {
    const heading = table.heading ?? null;
    const group = groups.find((each) => each.heading === heading);
    if (group) group.tables.push(table);
    else groups.push({ heading, tables: [table] });
  }
  return groups.sort((left, right) => Number(left.heading !== null) - Number(right.heading !== null));
}
