import { compileApp } from '@/core/compile';
import { screensOf } from '@/core/plan';
import { demos, theatre } from '@/demo';
import { namedDefinition, routeFiles, screenPaths } from '.';

const appOf = (name: string) => {
  const { definition } = theatre(10);
  const { list, ...screens } = screensOf(definition);
  return compileApp(
    namedDefinition({ ...definition, screens: { ...screens, list: list.map((each) => ({ ...each, name })) } }),
  );
};

test('the start, a list, a record and a form stand where one would look for them', () => {
  const paths = screenPaths(compileApp(namedDefinition(demos.theatre().definition)));
  expect([paths.get('start'), paths.get('garments'), paths.get('garment'), paths.get('garmentForm')]).toEqual([
    { path: '/' },
    { path: '/garments' },
    { path: '/garments/[id]' },
    { path: '/garments/new', edit: '/garments/[id]/edit' },
  ]);
  // A second list of a table stands under its own name.
  expect(paths.get('overdueLoans')).toEqual({ path: '/overdue-loans' });
});

test.each(['Garments', 'Sign in', 'مرحبا', 'new', '[id]', '..'])(
  'each has a path and a file of its own, though all are called %s',
  (name) => {
    const app = appOf(name);
    const paths = [...screenPaths(app).values()].flatMap(({ path, edit }) => [path, ...(edit ? [edit] : [])]);
    expect(new Set(paths).size).toBe(paths.length);
    for (const path of paths) expect(path).toMatch(/^\/([a-z0-9-]+(\/(\[id\]|new|edit|[a-z0-9-]+))*)?$/);
    const files = routeFiles(app).map(({ path }) => path);
    expect(new Set(files.map((file) => file.toLowerCase())).size).toBe(files.length);
  },
);

test.each([
  ['tabs', 'app/(tabs)/_layout.tsx'],
  ['menu', 'app/(menu)/_layout.tsx'],
  [undefined, 'app/(screens)/_layout.tsx'],
] as const)(
  'what stands around all screens, %s, is the layout of their group, and signing in stands apart',
  (kind, path) => {
    const { definition } = theatre(10);
    const screens = { ...screensOf(definition), frame: kind && { kind, screenIds: [screensOf(definition).startId] } };
    const files = routeFiles(compileApp(namedDefinition({ ...definition, screens }))).map((file) => file.path);
    expect(files).toContain(path);
    expect(files).toContain(path.replace('_layout', 'garments/[id]'));
    expect(files.filter((file) => !file.startsWith(path.replace('_layout.tsx', '')))).toEqual([
      'routes.ts',
      'app/sign-in.tsx',
    ]);
  },
);
