import { applyPatch, createPatch, type Operation as AnyOperation, type Pointer } from 'rfc6902';
import type { Operation } from './release';

/** What a thing of a list is known by: its id, or the number that a row begins with. */
function idOf(thing: unknown): string | number | null {
  const id = Array.isArray(thing) ? (thing as unknown[])[0] : (thing as { id?: unknown } | null)?.id;
  return typeof id === 'string' || typeof id === 'number' ? id : null;
}

/** A list of things that each have an id of their own: those are the same wherever they stand. */
function isIdentified(value: unknown): value is unknown[] {
  if (!Array.isArray(value)) return false;
  const ids = value.map(idOf);
  return ids.every((id) => id !== null) && new Set(ids).size === ids.length;
}

/** What leads from one list of identified things to another: what went, then place by place what came, moved, changed. */
function listPatch(from: readonly unknown[], to: readonly unknown[], list: Pointer): AnyOperation[] {
  const at = (index: number) => list.add(String(index)).toString();
  const stays = new Set(to.map(idOf));
  const gone = from.flatMap((each, index) => (stays.has(idOf(each)) ? [] : [index])).toReversed();
  const operations: AnyOperation[] = gone.map((index) => ({ op: 'remove', path: at(index) }));
  const standing = from.filter((each) => stays.has(idOf(each)));
  const there = new Set(standing.map(idOf));
  to.forEach((wanted, index) => {
    const place = at(index);
    const id = idOf(wanted);
    if (!there.has(id)) {
      operations.push({ op: 'add', path: place, value: wanted });
      standing.splice(index, 0, wanted);
      return;
    }
    // Most stand where they stood.
    const found = idOf(standing[index]) === id ? index : standing.findIndex((each) => idOf(each) === id);
    const before = standing[found];
    if (found !== index) {
      operations.push({ op: 'move', from: at(found), path: place });
      standing.splice(index, 0, ...standing.splice(found, 1));
    }
    if (before !== wanted)
      operations.push(...patchBetween(before, wanted).map((operation) => below(place, operation as AnyOperation)));
  });
  return operations;
}

const below = (place: string, operation: AnyOperation): AnyOperation => ({
  ...operation,
  path: `${place}${operation.path}`,
  ...('from' in operation ? { from: `${place}${operation.from}` } : {}),
});

/** JSON Patch (RFC 6902) from one value to another. What they share is not looked into. */
export function patchBetween(from: unknown, to: unknown): Operation[] {
  return createPatch(from, to, (before, after, path) => {
    if (before === after) return [];
    return isIdentified(before) && isIdentified(after) ? listPatch(before, after, path) : undefined;
  }) as Operation[];
}

/**
 * An object after a patch; its argument stays as it is, and what the patch does not touch is in both. Throws where the
 * patch does not suit it.
 */
export function patched(value: object, patch: readonly Operation[]): unknown {
  const touched = new Set(patch.flatMap((each) => ('from' in each ? [each.from, each.path] : [each.path])).map(topOf));
  const copy: unknown = Object.fromEntries(
    Object.entries(value).map(([key, part]) => [key, touched.has(key) ? JSON.parse(JSON.stringify(part)) : part]),
  );
  const [failure] = applyPatch(copy, patch as AnyOperation[]).filter((each) => each !== null);
  if (failure) throw failure;
  return copy;
}

/** The key of an object below which a path lies. */
const topOf = (path: string): string => path.split('/')[1]?.replaceAll('~1', '/').replaceAll('~0', '~') ?? '';
