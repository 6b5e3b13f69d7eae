import { Graph, layout } from '@dagrejs/dagre';
import type { Definition, Screen } from '@/core/model';
import { reachable, screenFor, screenPaths, screensOf } from '@/core/plan';
import type { Box, Point } from './planMap';

/**
 * The screens of an app as a picture: those of a table stand together, from the start to the right. Units are points.
 */
export interface ScreenMap {
  width: number;
  height: number;
  /** The whole app's own have no table: ''. */
  groups: (Box & { tableId: string; name: string })[];
  screens: MapScreen[];
  /** `by`: all that people can do to go from the one to the other. `curve`: where it leaves, two handles, where it ends. */
  ways: { from: string; to: string; by: string[]; curve: Point[] }[];
  /** Between which groups there is any way. */
  between: { from: string; to: string; curve: Point[] }[];
}

export interface MapScreen extends Box {
  id: string;
  name: string;
  kind: Screen['kind'];
  isStart: boolean;
  isLost: boolean;
  /** The forms that are folded into it. */
  forms: string[];
}

const PLATE = { width: 176, height: 58 };
const MARGIN = 24;
const GAP = 10;
const GROUP = { pad: 12, head: 34 };
/** More screens than these stand in two columns. */
const MOST_IN_COLUMN = 5;

type App = Pick<Definition, 'tables' | 'people' | 'screens' | 'routines'>;

/** `withForms`: forms stand by themselves, rather than folded into the record that they edit. */
export function screenMap(app: App, { withForms = true }: { withForms?: boolean } = {}): ScreenMap {
  const { startId } = screensOf(app);
  const paths = screenPaths(app);
  const found = reachable(app, paths);
  const foldedInto = withForms ? new Map<string, string>() : folding(app, found);
  const standing = screensOf(app).list.filter(({ id }) => !foldedInto.has(id));
  const groups = grouped(app, standing);
  const ways = foldedWays(app, paths, foldedInto);
  const groupOf = new Map(groups.flatMap(({ tableId, screens }) => screens.map(({ id }) => [id, tableId] as const)));
  const pairs = pairsOf(ways.map(({ from, to }) => [groupOf.get(from) ?? '', groupOf.get(to) ?? '']));
  const { boxes, width, height } = laidOut(groups, pairs);
  const screens = groups.flatMap((group) =>
    group.screens.map((screen, index): MapScreen => ({
      id: screen.id,
      name: screen.name,
      kind: screen.kind,
      isStart: screen.id === startId,
      isLost: !found.has(screen.id),
      forms: [...foldedInto].flatMap(([form, into]) => (into === screen.id ? [form] : [])),
      ...plateIn(boxes.get(group.tableId) as Box, index, columnsOf(group.screens.length)),
    })),
  );
  const plates = new Map(screens.map((screen) => [screen.id, screen]));
  return {
    width,
    height,
    groups: groups.map(({ tableId, name }) => ({ tableId, name, ...(boxes.get(tableId) as Box) })),
    screens,
    ways: ways.map((way) => ({ ...way, curve: curveBetween(plates.get(way.from), plates.get(way.to)) })),
    between: pairs.map(([from, to]) => ({ from, to, curve: curveBetween(boxes.get(from), boxes.get(to)) })),
  };
}

/** Forms by the screen that they are folded into: the record of their table, else its list. */
function folding(app: App, found: ReadonlySet<string>): Map<string, string> {
  const screens = screensOf(app);
  return new Map(
    screens.list.flatMap((screen): [string, string][] => {
      // One that nobody comes to is to be seen, and the start is.
      if (screen.kind !== 'form' || !found.has(screen.id) || screen.id === screens.startId) return [];
      const into = screenFor(screens, 'record', screen.tableId) ?? screenFor(screens, 'list', screen.tableId);
      return into === null ? [] : [[screen.id, into]];
    }),
  );
}

interface Group {
  tableId: string;
  name: string;
  screens: Screen[];
}

function grouped({ tables }: App, screens: readonly Screen[]): Group[] {
  const of = (screen: Screen) => ('tableId' in screen ? screen.tableId : '');
  return [{ id: '', name: 'The whole app' }, ...tables]
    .map(({ id, name }) => ({ tableId: id, name, screens: screens.filter((screen) => of(screen) === id) }))
    .filter((group) => group.screens.length > 0);
}

/** The ways between screens that stand, each once, with all that people do to take it. */
function foldedWays(app: App, paths: ReturnType<typeof screenPaths>, foldedInto: ReadonlyMap<string, string>) {
  const nameOf = (id: string) => screensOf(app).list.find((screen) => screen.id === id)?.name ?? '';
  const ways = new Map<string, { from: string; to: string; by: string[] }>();
  for (const path of paths) {
    const from = foldedInto.get(path.from) ?? path.from;
    const to = foldedInto.get(path.to) ?? path.to;
    if (from === to) continue;
    const way = ways.get(`${from} ${to}`) ?? { from, to, by: [] };
    const by = foldedInto.has(path.to) ? `${path.by}, in ${nameOf(path.to)}` : path.by;
    if (!way.by.includes(by)) way.by.push(by);
    ways.set(`${from} ${to}`, way);
  }
  return [...ways.values()];
}

/** Each pair of groups once, in one direction. */
function pairsOf(ways: readonly [string, string][]): [string, string][] {
  const pairs = new Map<string, [string, string]>();
  for (const [from, to] of ways)
    if (from !== to && !pairs.has(`${from} ${to}`) && !pairs.has(`${to} ${from}`))
      pairs.set(`${from} ${to}`, [from, to]);
  return [...pairs.values()];
}

const columnsOf = (count: number): number => (count > MOST_IN_COLUMN ? 2 : 1);

function sizeOf(count: number): { width: number; height: number } {
  const columns = columnsOf(count);
  const rows = Math.ceil(count / columns);
  return {
    width: 2 * GROUP.pad + columns * PLATE.width + (columns - 1) * GAP,
    height: GROUP.head + rows * PLATE.height + (rows - 1) * GAP + GROUP.pad,
  };
}

function laidOut(groups: readonly Group[], pairs: readonly [string, string][]) {
  const graph = new Graph();
  graph.setGraph({ rankdir: 'LR', nodesep: 24, ranksep: 72, marginx: MARGIN, marginy: MARGIN, ranker: 'tight-tree' });
  graph.setDefaultEdgeLabel(() => ({}));
  for (const { tableId, screens } of groups) graph.setNode(`g${tableId}`, sizeOf(screens.length));
  for (const [from, to] of pairs) graph.setEdge(`g${from}`, `g${to}`);
  layout(graph);
  const boxes = new Map(
    groups.map(({ tableId }): [string, Box] => {
      const { x, y, width, height } = graph.node(`g${tableId}`) as unknown as Box;
      return [tableId, { x: x - width / 2, y: y - height / 2, width, height }];
    }),
  );
  const { width = 0, height = 0 } = graph.graph() as { width?: number; height?: number };
  return { boxes, width, height };
}

const plateIn = (box: Box, index: number, columns: number): Box => ({
  x: box.x + GROUP.pad + (index % columns) * (PLATE.width + GAP),
  y: box.y + GROUP.head + Math.floor(index / columns) * (PLATE.height + GAP),
  ...PLATE,
});

/** From the side of one box to that of the other that faces it; between two above one another, out and back in. */
function curveBetween(from: Box | undefined, to: Box | undefined): Point[] {
  if (!from || !to) return [];
  const [start, end] = [from.y + from.height / 2, to.y + to.height / 2];
  const isRight = to.x >= from.x + from.width;
  const isLeft = to.x + to.width <= from.x;
  const startX = isLeft ? from.x : from.x + from.width;
  const endX = isRight ? to.x : to.x + to.width;
  const bend = Math.max(28, Math.abs(endX - startX) / 2);
  return [
    { x: startX, y: start },
    { x: startX + (isLeft ? -bend : bend), y: start },
    { x: endX + (isRight ? -bend : bend), y: end },
    { x: endX, y: end },
  ];
}

const round = (value: number): number => Math.round(value * 10) / 10;

/** A curve by its two ends and handles, in SVG's path syntax. */
export function curvePath(curve: readonly Point[]): string {
  const [start, ...others] = curve.map(({ x, y }) => `${round(x)} ${round(y)}`);
  return start === undefined ? '' : `M ${start} C ${others.join(', ')}`;
}

/** The tip of an arrow at the end of a line, in SVG's path syntax. */
export function arrowPath(points: readonly Point[]): string {
  const [before, end] = [points.at(-2), points.at(-1)];
  if (!before || !end) return '';
  const angle = Math.atan2(end.y - before.y, end.x - before.x);
  const side = (turn: number) =>
    [round(end.x - 9 * Math.cos(angle + turn)), round(end.y - 9 * Math.sin(angle + turn))].join(' ');
  return `M ${side(0.45)} L ${round(end.x)} ${round(end.y)} L ${side(-0.45)}`;
}
