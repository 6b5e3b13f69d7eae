import { Graph, layout } from '@dagrejs/dagre';
import { isLink } from '@/core/column';
import type { ColumnKind, Definition, Table } from '@/core/model';
import { linkSentence } from '@/core/plan';

/**
 * A plan as a picture: tables as plates, links as lines from the record that others belong to, to those others. Units
 * are points.
 */
export interface PlanMap {
  width: number;
  height: number;
  tables: MapTable[];
  links: {
    id: string;
    from: string;
    to: string;
    label: string;
    sentence: string;
    one: boolean;
    points: Point[];
    labelAt: Point;
  }[];
}

/** A table as a plate: its columns from top to bottom, as many as fit, and how many more there are. */
export interface MapTable extends Box {
  id: string;
  name: string;
  facts: string;
  columns: { id: string; name: string; kind: ColumnKind }[];
  more: number;
}

/** Where something stands, by its upper left corner. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

export interface Point {
  x: number;
  y: number;
}

/** Of a plate: its head, each of its columns, and what is free at its foot. */
export const PLATE = { width: 204, head: 58, row: 24, foot: 8 };

const MOST_ROWS = 10;

/** The smallest letters of a map, and how small letters may ever be on screen when it is opened. */
export const LETTERS = 13;
const LEAST_LETTERS = 11;

/** The least scale that a map is opened at: no letters are then smaller than can be read. */
export const OPENING = LEAST_LETTERS / LETTERS;

const LETTER_WIDTH = 8;

const MARGIN = 24;

/**
 * Lays a plan out from left to right: what belongs stands right of what it belongs to. `x` and `y` are a plate's upper
 * left corner.
 */
export function planMap(definition: Pick<Definition, 'tables'>): PlanMap {
  const graph = new Graph({ multigraph: true });
  graph.setGraph({ rankdir: 'LR', nodesep: 28, ranksep: 56, marginx: MARGIN, marginy: MARGIN });
  for (const table of definition.tables) graph.setNode(table.id, { width: PLATE.width, height: heightOf(table) });
  const links = definition.tables.flatMap((table) => table.columns.filter(isLink).map((column) => ({ table, column })));
  for (const { table, column } of links) {
    if (column.tableId !== table.id)
      graph.setEdge(
        { v: column.tableId, w: table.id, name: column.id },
        { width: column.inverse.length * LETTER_WIDTH, height: 16, labelpos: 'c' },
      );
  }
  layout(graph);
  const at = (id: string) => graph.node(id) as unknown as Point;
  const { width = 0, height = 0 } = graph.graph() as { width?: number; height?: number };
  return {
    width: Math.max(width, PLATE.width + 2 * MARGIN),
    height: Math.max(height, PLATE.head + 2 * MARGIN),
    tables: definition.tables.map((table) => {
      const { id, name, columns } = table;
      const { x, y } = at(id);
      const plate = { width: PLATE.width, height: heightOf(table) };
      const shown = columns.slice(0, rowsOf(table));
      return {
        id,
        name,
        facts: `${columns.length} ${columns.length === 1 ? 'column' : 'columns'}`,
        columns: shown.map((column) => ({ id: column.id, name: column.name, kind: column.kind })),
        more: columns.length - shown.length,
        x: x - plate.width / 2,
        y: y - plate.height / 2,
        ...plate,
      };
    }),
    links: links.map(({ table, column }) => {
      const common = {
        id: column.id,
        from: column.tableId,
        to: table.id,
        label: column.inverse,
        sentence: linkSentence(definition, table, column),
        one: column.unique,
      };
      if (column.tableId === table.id) return { ...common, ...loop(at(table.id), heightOf(table)) };
      const edge = graph.edge({ v: column.tableId, w: table.id, name: column.id }) as unknown as Point & {
        points: Point[];
      };
      return { ...common, points: edge.points.map(({ x, y }) => ({ x, y })), labelAt: { x: edge.x, y: edge.y } };
    }),
  };
}

/** How many of a table's columns its plate shows; one line is for those that it does not. */
const rowsOf = ({ columns }: Table): number => (columns.length > MOST_ROWS ? MOST_ROWS - 1 : columns.length);

const heightOf = (table: Table): number =>
  PLATE.head + Math.min(table.columns.length, MOST_ROWS) * PLATE.row + PLATE.foot;

/** A link of a table to itself: out at its right edge and back in at its foot. */
function loop({ x, y }: Point, height: number): { points: Point[]; labelAt: Point } {
  const [right, foot] = [x + PLATE.width / 2, y + height / 2];
  return {
    points: [
      { x: right, y },
      { x: right + 22, y: y + 14 },
      { x: right + 6, y: foot + 18 },
      { x: x + 40, y: foot + 18 },
      { x: x + 30, y: foot },
    ],
    labelAt: { x: x + 62, y: foot + 14 },
  };
}

/** A line through the points, its corners rounded, in SVG's path syntax. */
export function linePath(points: readonly Point[]): string {
  const [first, ...rest] = points;
  if (!first) return '';
  const steps = rest.map((point, index) => {
    const next = rest[index + 1];
    return next
      ? `Q ${round(point.x)} ${round(point.y)} ${round((point.x + next.x) / 2)} ${round((point.y + next.y) / 2)}`
      : `L ${round(point.x)} ${round(point.y)}`;
  });
  return [`M ${round(first.x)} ${round(first.y)}`, ...steps].join(' ');
}

/** The three short strokes at the many end of a line; one stroke where there is at most one. */
export function endPath(points: readonly Point[], one: boolean): string {
  const [before, end] = [points.at(-2), points.at(-1)];
  if (!before || !end) return '';
  const angle = Math.atan2(end.y - before.y, end.x - before.x);
  const along = (distance: number, aside: number): string => {
    const x = end.x - distance * Math.cos(angle) - aside * Math.sin(angle);
    const y = end.y - distance * Math.sin(angle) + aside * Math.cos(angle);
    return `${round(x)} ${round(y)}`;
  };
  return one
    ? `M ${along(8, -6)} L ${along(8, 6)}`
    : `M ${along(12, 0)} L ${along(0, -7)} M ${along(12, 0)} L ${along(0, 7)}`;
}

const round = (value: number): number => Math.round(value * 10) / 10;

/** A table and all that it is linked to directly. */
export function neighbours(map: PlanMap, tableId: string): Set<string> {
  return new Set([
    tableId,
    ...map.links.flatMap(({ from, to }) => (from === tableId ? [to] : to === tableId ? [from] : [])),
  ]);
}
