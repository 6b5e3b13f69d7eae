import { removeScreens } from './screenEdit';
import { definitionFaults, faultSentence, issueFaults } from '@/core/check';
import { type Fault, type Mend, mendWords, type Path } from '@/core/fault';
import { type Column, Definition, type Screens } from '@/core/model';

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
    const faults = parsed.success ? definitionFaults(parsed.data) : issueFaults(whole, parsed.error, []);
    if (faults.length === 0) return parsed.success ? { definition: parsed.data, mends } : null;
    for (const fault of together(faults)) {
      const told = faultSentence(whole, fault);
      const done = fault.mend && carryOut(whole, fault.mend);
      if (done === null) return null;
      mends.push(`${told}; ${done}`);
    }
  }
  return null;
}

/** Those that can be mended one after the other: what a newer version adds everywhere, or else the first alone. */
function together(faults: readonly Fault[]): readonly Fault[] {
  const isUnknown = (fault: Fault) => fault.code === 'limit' && fault.data.limit.kind === 'unknown';
  const unknown = faults.filter(isUnknown);
  return unknown.length > 0 ? unknown : faults.slice(0, 1);
}

/** Does to `whole` what mends a fault; says what it was, or null where it cannot be done. */
function carryOut(whole: unknown, mend: Mend): string | null {
  const { way, at } = mend;
  if (way === 'leave-out-unknown') {
    removeAt(whole, at);
    return mendWords(mend);
  }
  if (way === 'leave-out-screen') return leaveOutScreen(whole as Definition, Number(at.at(-1)));
  if (!('value' in mend)) return leaveOut(whole, at) ? mendWords(mend) : null;
  const key = at.at(-1);
  if (key === undefined) return null;
  parentOf(whole, at)[key] = mend.value;
  return mendWords(mend);
}

const parentOf = (whole: unknown, path: Path): Tree =>
  path.slice(0, -1).reduce<unknown>((at, key) => (at as Tree)[key], whole) as Tree;

/** Leaves out the smallest part around a place without which it can be read, if no values stand in it. */
function leaveOut(whole: unknown, path: Path): boolean {
  for (let length = path.length; length > 0; length--) {
    const around = path.slice(0, length);
    if (holdsValues(whole, around)) return false;
    const copy = structuredClone(whole);
    removeAt(copy, around);
    const still = Definition.safeParse(copy).error?.issues ?? [];
    const isHere = (issue: { path: Path }) =>
      around.slice(0, -1).every((key, index) => issue.path[index] === key) &&
      issue.path.length <= around.length &&
      issue.path.at(-1) === around.at(-1);
    if (still.some(isHere)) continue;
    removeAt(whole, around);
    return true;
  }
  return false;
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

function leaveOutScreen(draft: Definition, index: number): string {
  const screens = draft.screens as Screens;
  const screen = screens.list[index];
  if (screens.list.length === 1 || !screen) {
    delete draft.screens;
    return 'the screens follow the plan again';
  }
  removeScreens(screens, [screen.id]);
  if (screens.startId === screen.id) screens.startId = screens.list[0]?.id ?? '';
  return 'it was left out';
}
