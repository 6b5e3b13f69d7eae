import { unitsOf } from '@/core/unit';
import { removeScreens } from './screenEdit';
import { issueWords, definitionFault, placeWords } from '@/core/check';
import { type Column, Definition, type Table, type Screens } from '@/core/model';
import { bestNaming } from '@/core/plan';
type Path = readonly PropertyKey[];
type Tree = Record<PropertyKey, unknown>;

/** A definition that was read in spite of faults, and what was done about each, in words. */
export interface Mended {
  definition: Definition;
  mends: string[];
}

/** More faults than these are no slips. */
const MOST_MENDS = 300;

/**
 * Reads a definition that may break limits or rules of this version. What breaks one is cut, reset or left out, never a
 * table or a column that holds values: those stand in the database. Null where it cannot be read so.
 */
export function mendDefinition(read: unknown): Mended | null {
  const whole = structuredClone(read);
  const mends: string[] = [];
  for (let round = 0; round < MOST_MENDS; round++) {
    const parsed = Definition.safeParse(whole);
    if (!parsed.success) {
      const issue = parsed.error.issues[0] as (typeof parsed.error.issues)[number];
      const done = mendIssue(whole, issue);
      if (done === null) return null;
      mends.push(`${placeWords(whole as Definition, pathWords(issue.path))}: ${issueWords(issue)}; ${done}`);
      continue;
    }
    const fault = definitionFault(parsed.data, '');
    if (!fault) return { definition: parsed.data, mends };
    const done = mendFault(whole as Definition, fault.place);
    if (done === null) return null;
    mends.push(`${placeWords(parsed.data, fault.place)}: ${fault.reason}; ${done}`);
  }
  return null;
}

const pathWords = (path: Path): string =>
  path.reduce<string>((place, key) => (typeof key === 'number' ? `${place}[${key}]` : `${place}.${String(key)}`), '');

const parentOf = (whole: unknown, path: Path): Tree =>
  path.slice(0, -1).reduce<unknown>((at, key) => (at as Tree)[key], whole) as Tree;

function mendIssue(
  whole: unknown,
  issue: { code?: string; path: Path; maximum?: unknown; minimum?: unknown; origin?: string; keys?: string[] },
): string | null {
  const { path } = issue;
  const key = path.at(-1);
  if (issue.code === 'unrecognized_keys') {
    const at = path.reduce<unknown>((inside, each) => (inside as Tree)[each], whole) as Tree;
    issue.keys?.forEach((each) => delete at[each]);
    return 'it was left out';
  }
  if (key === undefined) return null;
  const parent = parentOf(whole, path);
  const value = parent[key];
  if (issue.code === 'too_big' && typeof value === 'string' && typeof issue.maximum === 'number') {
    parent[key] = value.slice(0, issue.maximum).trimEnd();
    return 'it was cut';
  }
  if (issue.code === 'too_big' && Array.isArray(value) && typeof issue.maximum === 'number') {
    value.length = issue.maximum;
    return 'the last were left out';
  }
  if (typeof value === 'number' && key === 'places') {
    parent[key] = Number.isFinite(value) ? Math.max(0, Math.min(6, Math.round(value))) : 2;
    return `${String(parent[key])} decimals are shown`;
  }
  if (key === 'currency') {
    const upper = String(value).toUpperCase();
    parent[key] = /^[A-Z]{3}$/.test(upper) ? upper : 'XXX';
    return `it is ${String(parent[key])}`;
  }
  if ((key === 'name' || key === 'recordName' || key === 'inverse') && typeof value === 'string') {
    const named =
      value.trim() === value && value !== ''
        ? `Untitled ${path.filter((each) => typeof each === 'number').join('.')}`
        : value.trim() || 'Untitled';
    parent[key] = named.slice(0, 80).trim();
    return `it is called ${String(parent[key])}`;
  }
  return leaveOut(whole, path);
}

/** Leaves out the smallest part around a place without which it can be read, if no values stand in it. */
function leaveOut(whole: unknown, path: Path): string | null {
  for (let length = path.length; length > 0; length--) {
    const around = path.slice(0, length);
    if (holdsValues(whole, around)) return null;
    const copy = structuredClone(whole);
    removeAt(copy, around);
    const still = Definition.safeParse(copy).error?.issues ?? [];
    const isHere = (issue: { path: Path }) =>
      around.slice(0, -1).every((key, index) => issue.path[index] === key) &&
      issue.path.length <= around.length &&
      issue.path.at(-1) === around.at(-1);
    if (still.some(isHere)) continue;
    removeAt(whole, around);
    return 'it was left out';
  }
  return null;
}

/** Whether a place is a table, or a column that is stored. */
function holdsValues(whole: unknown, path: Path): boolean {
  if (path[0] !== 'tables') return false;
  if (path.length <= 2) return true;
  if (path[2] !== 'columns' || path.length > 4) return path.length === 3 && path[2] === 'columns';
  const column =
    path.length === 4
      ? ((whole as Definition).tables[Number(path[1])]?.columns[Number(path[3])] as Column | undefined)
      : undefined;
  return column?.kind !== 'expression';
}

function removeAt(whole: unknown, path: Path): void {
  const parent = parentOf(whole, path);
  const key = path.at(-1) as PropertyKey;
  if (Array.isArray(parent)) parent.splice(Number(key), 1);
  else delete parent[key];
}

/** What a definition's own rules find, mended in the draft at the place that they tell. */
function mendFault(draft: Definition, place: string): string | null {
  const [, list, index] = /^\.(screens\.list|queries|routines)\[(\d+)\]/.exec(place) ?? [];
  if (list === 'queries' || list === 'routines') {
    draft[list]?.splice(Number(index), 1);
    return 'it was left out';
  }
  if (list === 'screens.list') return leaveOutScreen(draft, draft.screens as Screens, Number(index));
  if (place.startsWith('.screens.frame')) {
    delete draft.screens?.frame;
    return 'the frame was left out';
  }
  if (place.startsWith('.screens')) {
    if (draft.screens) draft.screens.startId = draft.screens.list[0]?.id ?? '';
    return 'the app starts with its first screen';
  }
  const [, table, column, rest = ''] = /^\.tables\[(\d+)\](?:\.columns\[(\d+)\])?(.*)$/.exec(place) ?? [];
  const at = draft.tables[Number(table)];
  if (!at) return null;
  const found = column === undefined ? undefined : at.columns[Number(column)];
  return found ? mendColumn(found, rest) : mendTable(at, rest);
}

function leaveOutScreen(draft: Definition, screens: Screens, index: number): string {
  const screen = screens.list[index];
  if (screens.list.length === 1 || !screen) {
    delete draft.screens;
    return 'the screens follow the plan again';
  }
  removeScreens(screens, [screen.id]);
  if (screens.startId === screen.id) screens.startId = screens.list[0]?.id ?? '';
  return 'it was left out';
}

function mendTable(table: Table, rest: string): string | null {
  if (!rest.startsWith('.naming')) return null;
  const other = bestNaming(table.columns.filter(({ kind }) => kind !== 'expression'));
  if (JSON.stringify(other) === JSON.stringify(table.naming)) return null;
  table.naming = other;
  return 'its records are named by another column';
}

function mendColumn(column: Column, rest: string): string | null {
  if (rest.startsWith('.default')) {
    column.default = { kind: 'none' };
    return 'it starts blank';
  }
  if (column.kind === 'expression' && rest.startsWith('.text')) {
    if (column.text === 'NULL') return null;
    column.text = 'NULL';
    return 'it is blank until it is written anew';
  }
  if (column.kind === 'choice' && rest.startsWith('.choices')) {
    column.choices = [...new Set(column.choices)];
    return 'each is there once';
  }
  if (column.kind === 'measure' && rest.startsWith('.unit')) {
    column.unit = unitsOf(column.quantity)[0] ?? '';
    return `it is shown in ${column.unit}`;
  }
  const limits = ['minLength', 'maxLength', 'pattern', 'min', 'max'].filter((key) => key in column);
  if (rest !== '' || limits.length === 0) return null;
  limits.forEach((key) => delete (column as unknown as Tree)[key]);
  return 'its limits were left out';
}
