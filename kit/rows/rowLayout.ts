import type { CompiledRow, CompiledSlot } from '@/core/compiled';
import { LEAST_ROW_HEIGHT } from '@/core/model';

const LINE = 20;

const TITLE = 22;

const PADDING = 24;

const CARD_PICTURE = 128;

const GRID_PICTURE = 148;

/** A line of buttons of 44 with the rule above it. */
const BUTTONS = 45;

const NARROWEST = { rows: 320, cards: 158, pictures: 104 } as const;

/** A line of a row's facts: those that flow together, or one that has lines of its own. */
export interface FactLine {
  slots: CompiledSlot[];
  maxLines: number;
}

/** How many lines a title takes at most where it does not say: what is narrow breaks rather than being cut. */
export const titleLines = ({ shape, title }: Pick<CompiledRow, 'shape' | 'title'>): number =>
  title?.maxLines ?? (shape === 'rows' ? 1 : 2);

/**
 * Facts that say nothing of lines flow together, on a card over as many as two; one that does stands on lines of its
 * own.
 */
export function factLines({ shape, lines }: Pick<CompiledRow, 'shape' | 'lines'>): FactLine[] {
  const made: FactLine[] = [];
  for (const slot of lines) {
    const last = made.at(-1);
    if (slot.maxLines !== undefined) made.push({ slots: [slot], maxLines: slot.maxLines });
    else if (last && last.slots[0]?.maxLines === undefined) last.slots.push(slot);
    else made.push({ slots: [slot], maxLines: 1 });
  }
  return shape === 'rows' ? made : made.map((line) => (line.slots.length > 1 ? { ...line, maxLines: 2 } : line));
}

/**
 * How high a row stands, in points: never lower than a finger needs. `space`: what the theme's density adds; `buttons`:
 * cards have those below their words.
 */
export function rowHeight(row: CompiledRow, space: number, scale: number, buttons = false): number {
  const { shape, minHeight, picture, badge, lines, edge } = row;
  const text = factLines(row).reduce((sum, { maxLines }) => sum + maxLines * LINE, titleLines(row) * TITLE) * scale;
  if (shape === 'rows')
    return Math.round(
      Math.max(
        minHeight ?? 0,
        LEAST_ROW_HEIGHT,
        PADDING +
          space +
          Math.max(text + (badge && lines.length > 0 ? 4 : 0), picture ? 44 : 0, lines.length === 0 ? 44 : 0),
      ),
    );
  const above = picture ? (shape === 'cards' ? CARD_PICTURE : GRID_PICTURE) : 0;
  const below = ((badge ? 26 : 0) + (edge.length > 0 ? LINE + 2 : 0)) * scale + (buttons ? BUTTONS : 0);
  return Math.round(Math.max(minHeight ?? 0, LEAST_ROW_HEIGHT, above + PADDING + space + 10 + text + below));
}

export const pictureHeight = (shape: CompiledRow['shape']): number => (shape === 'cards' ? CARD_PICTURE : GRID_PICTURE);

/** How many rows stand beside one another in a list so wide. */
export function acrossIn({ shape, across }: CompiledRow, width: number): number {
  return Math.max(1, Math.min(across, Math.floor(width / NARROWEST[shape])));
}

export const SECTION_HEIGHT = 44;

/** One line of a list as it scrolls: the head of a section, or rows side by side. */
export type ListLine = { kind: 'section'; index: number } | { kind: 'rows'; first: number; count: number };

/** Where every line of a list stands, without holding each: `counts` has the rows of each section. */
export interface ListLines {
  length: number;
  at(line: number): ListLine;
  offset(line: number): number;
  height(line: number): number;
  /** The row at a height of the list, or null. */
  rowAt(y: number): number | null;
}

export function listLines(total: number, counts: readonly number[] | null, across: number, height: number): ListLines {
  const sections = counts ?? [total];
  const headed = counts !== null;
  // For each section: its first line, its first row, and how far down it begins.
  const begins: { line: number; row: number; y: number }[] = [];
  let [line, row, y] = [0, 0, 0];
  for (const count of sections) {
    begins.push({ line, row, y });
    const lines = Math.ceil(count / across);
    line += lines + (headed ? 1 : 0);
    row += count;
    y += lines * height + (headed ? SECTION_HEIGHT : 0);
  }
  const length = line;
  const sectionOf = (found: (begin: { line: number; row: number; y: number }) => boolean): number => {
    let [low, high] = [0, begins.length - 1];
    while (low < high) {
      const middle = Math.ceil((low + high) / 2);
      if (found(begins[middle] as { line: number; row: number; y: number })) low = middle;
      else high = middle - 1;
    }
    return low;
  };
  const within = (at: number) => {
    const index = sectionOf((begin) => begin.line <= at);
    const begin = begins[index] ?? { line: 0, row: 0, y: 0 };
    return { index, begin, inner: at - begin.line - (headed ? 1 : 0) };
  };
  return {
    length,
    at: (at) => {
      const { index, begin, inner } = within(at);
      if (inner < 0) return { kind: 'section', index };
      const first = begin.row + inner * across;
      return { kind: 'rows', first, count: Math.min(across, begin.row + (sections[index] ?? 0) - first) };
    },
    offset: (at) => {
      const { begin, inner } = within(at);
      return inner < 0 ? begin.y : begin.y + (headed ? SECTION_HEIGHT : 0) + inner * height;
    },
    height: (at) => (within(at).inner < 0 ? SECTION_HEIGHT : height),
    rowAt: (y) => {
      const index = sectionOf((begin) => begin.y <= y);
      const begin = begins[index];
      if (!begin) return null;
      const inner = Math.floor((y - begin.y - (headed ? SECTION_HEIGHT : 0)) / height);
      const found = begin.row + inner * across;
      return inner < 0 || found >= begin.row + (sections[index] ?? 0) ? null : found;
    },
  };
}
