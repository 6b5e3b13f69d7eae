import type { CompiledApp, CompiledScreen } from '@/core/compiled';
import type { ProjectFile } from './modules';
import { kebabCase } from '@/core/ship';
import { Source } from './source';

/** Where a screen stands among the routes; a form for a new record, and for one that is there. */
export interface ScreenPath {
  path: string;
  edit?: string;
}

/** Where people sign in, in an app that has any. */
const SIGN_IN = '/sign-in';

/**
 * The paths of all screens, by their ids: `/` is the start, `/garments` the first list of a table, `/garments/[id]` its
 * record, `/garments/new` and `/garments/[id]/edit` its form. A second one of a kind stands under its own name.
 */
export function screenPaths({ screens, tables, startId, people }: CompiledApp): Map<string, ScreenPath> {
  const paths = new Map<string, ScreenPath>();
  const taken = new Set<string>(['/', ...(people ? [SIGN_IN] : [])]);
  const base = (screen: CompiledScreen): string => {
    const first =
      'tableId' in screen &&
      screens.find((each) => each.kind === screen.kind && 'tableId' in each && each.tableId === screen.tableId);
    const table = 'tableId' in screen ? tables.find(({ id }) => id === screen.tableId) : undefined;
    const isOfTable = first === screen && ['list', 'record', 'form'].includes(screen.kind);
    return isOfTable && table ? kebabCase(table.identifier, screen.kind) : kebabCase(screen.name, screen.kind);
  };
  for (const screen of screens) {
    if (screen.id === startId) {
      paths.set(screen.id, { path: '/' });
      continue;
    }
    const name = base(screen);
    for (let number = 1; ; number++) {
      const root = `/${number === 1 ? name : `${name}-${number}`}`;
      const path = pathOf(screen, root);
      if (taken.has(path.path)) continue;
      taken.add(path.path);
      paths.set(screen.id, path);
      break;
    }
  }
  return paths;
}

function pathOf({ kind }: CompiledScreen, root: string): ScreenPath {
  if (kind === 'record') return { path: `${root}/[id]` };
  return kind === 'form' ? { path: `${root}/new`, edit: `${root}/[id]/edit` } : { path: root };
}

type FrameKind = NonNullable<CompiledApp['frame']>['kind'] | 'none';

/** What the group of all screens is called, by what stands around them. */
const GROUPS: Record<FrameKind, string> = { tabs: '(tabs)', menu: '(menu)', none: '(screens)' };

/**
 * A file for each route, and the list of them. The screens stand in a group, which no address tells of: its layout is
 * what stands around them, and not around signing in.
 */
export function routeFiles(app: CompiledApp): ProjectFile[] {
  const paths = screenPaths(app);
  const group = `app/${GROUPS[app.frame?.kind ?? 'none']}`;
  const list = new Source('routes');
  const type = list.use('type ScreenPaths', '@/kit/device');
  const said = list.value(Object.fromEntries(paths));
  const files = app.screens.flatMap((screen) => {
    const { path, edit } = paths.get(screen.id) ?? { path: '/' };
    return [path, ...(edit ? [edit] : [])].map((each) => screenFile(screen, each, group));
  });
  const routes = {
    path: 'routes.ts',
    text: list.text(`/** Where each screen stands. */\nexport const paths: ${type} = ${said};`),
  };
  return [
    routes,
    deviceFile(`${group}/_layout`, 'Layout', 'FrameRoute'),
    ...files,
    ...(app.people ? [deviceFile('app/sign-in', 'SignIn', 'SignInRoute')] : []),
  ];
}

/** A route that shows a component of the kit. */
function deviceFile(path: string, component: string, word: string): ProjectFile {
  const source = new Source(path);
  const used = source.use(word, '@/kit/device');
  return {
    path: `${path}.tsx`,
    text: source.text(`export default function ${component}() {\n  return <${used} />;\n}`),
  };
}

function screenFile(screen: CompiledScreen, path: string, group: string): ProjectFile {
  const isFolder = !path.endsWith(']') && !path.endsWith('/new') && !path.endsWith('/edit');
  const file = path === '/' ? `${group}/index` : `${group}${path}${isFolder ? '/index' : ''}`;
  const source = new Source(file);
  const word = source.use('ScreenRoute', '@/kit/device');
  const name = source.use(screen.id, `@/screens/${screen.id}`);
  const component = `${name.charAt(0).toUpperCase()}${name.slice(1)}Route`;
  return {
    path: `${file}.tsx`,
    text: source.text(`export default function ${component}() {\n  return <${word} screen={${name}} />;\n}`),
  };
}
