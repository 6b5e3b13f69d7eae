/** A place inside plain data: the keys and indexes that lead to it, from the outermost. As Zod tells them. */
export type Path = readonly PropertyKey[];

/** A path as people follow it in a file: `tables[2].columns[0].kind`. */
export const pathText = (root: string, path: Path): string =>
  path.reduce<string>((place, key) => (typeof key === 'number' ? `${place}[${key}]` : `${place}.${String(key)}`), root);

/** What stands at a place, or undefined where nothing does. */
export const atPath = (tree: unknown, path: Path): unknown =>
  path.reduce<unknown>((inside, key) => (inside as Record<PropertyKey, unknown> | null | undefined)?.[key], tree);

/** The way to what goes by an id inside plain data; empty for the data itself, and where there is nothing of the id. */
export function pathTo(tree: unknown, id: string): Path {
  return search(tree, id) ?? [];
}

function search(tree: unknown, id: string): Path | null {
  if (typeof tree !== 'object' || tree === null) return null;
  if ((tree as { id?: unknown }).id === id) return [];
  for (const [key, inside] of Object.entries(tree)) {
    const found = search(inside, id);
    if (found) return [Array.isArray(tree) ? Number(key) : key, ...found];
  }
  return null;
}
