/** A folder with what stands in it, each in the order of their names. */
export interface Folder {
  /** From the top, without a slash at its end; the top's is empty. */
  path: string;
  name: string;
  folders: Folder[];
  /** Whole paths. */
  files: string[];
}

const nameOf = (path: string): string => path.slice(path.lastIndexOf('/') + 1);

/** The tree of files with these paths. */
export function fileTree(paths: readonly string[], path = ''): Folder {
  const start = path === '' ? '' : `${path}/`;
  const within = paths.filter((each) => each.startsWith(start));
  const folders = new Set(
    within.flatMap((each) => {
      const [name, ...more] = each.slice(start.length).split('/');
      return more.length > 0 && name ? [start + name] : [];
    }),
  );
  return {
    path,
    name: nameOf(path),
    folders: [...folders].sort().map((folder) => fileTree(within, folder)),
    files: within.filter((each) => !each.slice(start.length).includes('/')).sort(),
  };
}

/** Whether a file stands in a folder, however deep. */
export const holds = ({ path }: Folder, file: string | null): boolean => file?.startsWith(`${path}/`) ?? false;

/** Those of the paths that have every word of `asked`, the ones whose names have the first of them before others. */
export function found(paths: readonly string[], asked: string): string[] {
  const words = asked.toLowerCase().split(/\s+/).filter(Boolean);
  const rank = (path: string): number =>
    nameOf(path)
      .toLowerCase()
      .includes(words[0] ?? '')
      ? 0
      : 1;
  return paths
    .filter((path) => words.every((word) => path.toLowerCase().includes(word)))
    .sort((one, other) => rank(one) - rank(other) || (one < other ? -1 : 1));
}
