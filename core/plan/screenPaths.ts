import { isLink } from './link';
import { linkOf, madeRecordParts, screenFor, screensOf } from './madeScreens';
import { columnAtPath } from './shown';
import { type Definition, allSteps, type Screen } from '@/core/model';
/** A way from one screen to another, and what people do to take it. */
export interface ScreenPath {
  from: string;
  to: string;
  by: string;
}

type App = Pick<Definition, 'tables' | 'people' | 'screens' | 'routines'>;

/** Every way between the screens of an app. */
export function screenPaths(app: App): ScreenPath[] {
  const screens = screensOf(app);
  const paths = screens.list.flatMap((screen) =>
    pathsFrom(app, screen).map(({ to, by }) => ({ from: screen.id, to, by })),
  );
  const seen = new Set<string>();
  return paths.filter(({ from, to, by }) => {
    const key = `${from} ${to} ${by}`;
    return !seen.has(key) && seen.add(key) !== undefined;
  });
}

function pathsFrom(app: App, screen: Screen): { to: string; by: string }[] {
  const screens = screensOf(app);
  const way = (to: string | null, by: string) => (to === null ? [] : [{ to, by }]);
  const nameOf = (id: string) => screens.list.find((each) => each.id === id)?.name ?? '';
  /** Where a routine goes to. */
  const through = (routineId: string) =>
    (app.routines ?? [])
      .filter(({ id }) => id === routineId)
      .flatMap((routine) =>
        allSteps(routine.steps).flatMap((step) =>
          step.kind === 'go' ? way(step.screenId, `routine ${routine.name}`) : [],
        ),
      );
  switch (screen.kind) {
    case 'menu':
      return screen.entries.flatMap((entry) =>
        entry.kind === 'heading'
          ? []
          : entry.kind === 'routine'
            ? through(entry.routineId)
            : way(
                entry.screenId,
                entry.kind === 'rows' ? 'entry for each row' : `entry ${entry.label ?? nameOf(entry.screenId)}`,
              ),
      );
    case 'list': {
      const record = screenFor(screens, 'record', screen.tableId, screen.recordScreenId);
      const form = screenFor(screens, 'form', screen.tableId, screen.formScreenId);
      const { tap = 'record', swipe = true, buttons = [], add = true, hold = 'actions' } = screen;
      const edits = tap === 'form' || hold !== 'none' || swipe || buttons.includes('edit');
      return [
        ...(tap === 'record' ? way(record, 'tap a row') : []),
        ...(screen.collect ? way(record, 'row on its list') : []),
        ...(add ? way(form, 'Add') : []),
        ...(edits ? way(form, tap === 'form' ? 'tap a row' : 'Edit') : []),
        ...(screen.routineIds ?? []).flatMap(through),
      ];
    }
    case 'record': {
      const table = app.tables.find(({ id }) => id === screen.tableId);
      if (!table) return [];
      const parts = screen.parts ?? madeRecordParts(app, table);
      return [
        ...way(screenFor(screens, 'form', screen.tableId, screen.formScreenId), 'Edit'),
        ...parts.flatMap((part) => {
          if (part.kind === 'button') return way(part.screenId, `button ${part.label}`);
          if (part.kind === 'routine') return through(part.routineId);
          if (part.kind === 'group')
            return part.facts.flatMap(({ text }) => {
              const column = columnAtPath(app, table.id, text)?.column;
              return column && isLink(column)
                ? way(screenFor(screens, 'record', column.tableId), `link ${column.name}`)
                : [];
            });
          const side = linkOf(app, part.columnId);
          if (!side) return [];
          const title = part.title ?? side.column.inverse;
          return [
            ...way(screenFor(screens, 'record', side.table.id), `row of ${title}`),
            ...way(screenFor(screens, 'list', side.table.id, part.listScreenId), `all ${title}`),
            ...way(screenFor(screens, 'form', side.table.id), `Add in ${title}`),
          ];
        }),
      ];
    }
    case 'form':
      return screen.after === 'record' ? way(screenFor(screens, 'record', screen.tableId), 'after saving') : [];
    case 'report':
      return way(screenFor(screens, 'record', screen.tableId), 'tap a group, then a row');
    case 'scan': {
      const tableIds = [...new Set(screen.codes.map(({ tableId }) => tableId))];
      return [
        ...tableIds.flatMap((tableId) => [
          ...(screen.found.kind === 'open' || screen.continuous
            ? way(screenFor(screens, 'record', tableId), 'a scanned code')
            : []),
          ...way(screenFor(screens, 'form', tableId), 'a code that is not there'),
        ]),
        ...(screen.found.kind === 'routine' ? through(screen.found.routineId) : []),
      ];
    }
    case 'settings':
      return [];
  }
}

/** The screens that people can come to from the start, or by the frame. */
export function reachable(app: App, paths: readonly ScreenPath[] = screenPaths(app)): Set<string> {
  const { startId, frame } = screensOf(app);
  const found = new Set<string>();
  const next = [startId, ...(frame?.screenIds ?? [])];
  while (next.length > 0) {
    const id = next.pop() as string;
    if (found.has(id)) continue;
    found.add(id);
    for (const { from, to } of paths) if (from === id) next.push(to);
  }
  return found;
}

/** The first way from the start to a screen, as the ids of the screens on it, or null where none leads there. */
export function pathTo(app: App, screenId: string, paths: readonly ScreenPath[] = screenPaths(app)): string[] | null {
  const { startId } = screensOf(app);
  const queue: string[][] = [[startId]];
  const seen = new Set([startId]);
  for (let way = queue.shift(); way; way = queue.shift()) {
    const at = way.at(-1) as string;
    if (at === screenId) return way;
    for (const { from, to } of paths) {
      if (from !== at || seen.has(to)) continue;
      seen.add(to);
      queue.push([...way, to]);
    }
  }
  return null;
}
