import fc from 'fast-check';
import { fileTree, type Folder, found, holds } from './fileTree';

const filesOf = ({ folders, files }: Folder): string[] => [...folders.flatMap(filesOf), ...files];

test('a tree has every file once, in the folder that its path says', () => {
  const part = fc.stringMatching(/^[a-z[\]().-]{1,6}$/);
  const paths = fc.uniqueArray(fc.array(part, { minLength: 1, maxLength: 4 }).map((parts) => parts.join('/')));
  fc.assert(
    fc.property(paths, (all) => {
      // A file is no folder.
      const files = all.filter((path) => !all.some((other) => other.startsWith(`${path}/`)));
      const tree = fileTree(files);
      expect(filesOf(tree).sort()).toEqual([...files].sort());
      for (const folder of tree.folders)
        for (const file of filesOf(folder)) expect([file, holds(folder, file)]).toEqual([file, true]);
    }),
  );
});

test('files are found by words of their paths, by their own names first', () => {
  const paths = ['app/garments/index.tsx', 'database/garments.ts', 'kit/index.ts', 'screens/garments.ts'];
  expect(found(paths, 'GARMENTS')).toEqual(['database/garments.ts', 'screens/garments.ts', 'app/garments/index.tsx']);
  expect(found(paths, 'garments app')).toEqual(['app/garments/index.tsx']);
  expect(found(paths, 'none')).toEqual([]);
});
