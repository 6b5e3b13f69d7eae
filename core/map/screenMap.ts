import { Graph, layout } from '@dagrejs/dagre';
import type { Definition, Screen } from '@/core/model';
import { reachable, screenPaths, screensOf } from '@/core/plan';
import type { Point } from './planMap';

/** The screens of an app and the ways between them as a picture, from the start to the right. Units are points. */
export interface ScreenMap {
  width: number;
  height: number;
  screens: {
    id: string;
    name: string;
    kind: Screen['kind'];
    isStart: boolean;
    isLost: boolean;
    x: number;
    y: number;
    width: number;
    height: number;
  }[];
  /** `by`: all that people can do to go from the one to the other. */
  ways: { from: string; to: string; by: string[]; points: Point[] }[];
}

const PLATE = { width: 168, height: 60 };
const MARGIN = 24;

export function screenMap(app: Pick<Definition, 'tables' | 'people' | 'screens' | 'routines'>): ScreenMap {
  const { list, startId } = screensOf(app);
  const paths = screenPaths(app);
  const found = reachable(app, paths);
  const graph = new Graph();
  graph.setGraph({ rankdir: 'LR', nodesep: 18, ranksep: 64, marginx: MARGIN, marginy: MARGIN, ranker: 'tight-tree' });
  graph.setDefaultEdgeLabel(() => ({}));
  for (const { id } of list) graph.setNode(id, { ...PLATE });
  const ways = new Map<string, { from: string; to: string; by: string[] }>();
  for (const { from, to, by } of paths) {
    if (from === to) continue;
    const key = `${from} ${to}`;
    const way = ways.get(key) ?? { from, to, by: [] };
    way.by.push(by);
    ways.set(key, way);
    graph.setEdge(from, to);
  }
  layout(graph);
  const at = (id: string) => graph.node(id) as unknown as Point;
  const { width = 0, height = 0 } = graph.graph() as { width?: number; height?: number };
  return {
    width: Math.max(width, PLATE.width + 2 * MARGIN),
    height: Math.max(height, PLATE.height + 2 * MARGIN),
    screens: list.map(({ id, name, kind }) => ({
      id,
      name,
      kind,
      isStart: id === startId,
      isLost: !found.has(id),
      x: at(id).x - PLATE.width / 2,
      y: at(id).y - PLATE.height / 2,
      ...PLATE,
    })),
    ways: [...ways.values()].map((way) => ({
      ...way,
      points: (graph.edge(way.from, way.to) as unknown as { points: Point[] }).points.map(({ x, y }) => ({ x, y })),
    })),
  };
}

/** The tip of an arrow at the end of a line, in SVG's path syntax. */
export function arrowPath(points: readonly Point[]): string {
  const [before, end] = [points.at(-2), points.at(-1)];
  if (!before || !end) return '';
  const angle = Math.atan2(end.y - before.y, end.x - before.x);
  const side = (turn: number) =>
    [
      Math.round((end.x - 9 * Math.cos(angle + turn)) * 10) / 10,
      Math.round((end.y - 9 * Math.sin(angle + turn)) * 10) / 10,
    ].join(' ');
  return `M ${side(0.45)} L ${Math.round(end.x * 10) / 10} ${Math.round(end.y * 10) / 10} L ${side(-0.45)}`;
}
