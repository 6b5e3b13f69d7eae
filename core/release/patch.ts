import { applyPatch, createPatch, type Operation as AnyOperation, type Pointer } from 'rfc6902';
import type { Operation } from './release';

type Identified = { id: string };

/** A list of things that each have an id of their own: those are the same wherever they stand. */
function isIdentified(value: unknown): value is Identified[] {
  if (!Array.isArray(value)) return false;
  const ids = value.map((each: unknown) => (each as Identified | null)?.id);
  return ids.every((id) => typeof id === 'string') && new Set(ids).size === ids.length;
}

/** What leads from one list of identified things to another: what went, then place by place what came, moved, changed. */
function listPatch(from: readonly Identified[], to: readonly Identified[], list: Pointer): AnyOperation[] {
  const at = (index: number) => list.add(String(index)).toString();
  const stays = new Set(to.map(({ id }) => id));
  const gone = from.flatMap(({ id }, index) => (stays.has(id) ? [] : [index])).toReversed();
  const operations: AnyOperation[] = gone.map((index) => ({ op: 'remove', path: at(index) }));
  const standing = from.filter(({ id }) => stays.has(id));
  to.forEach((wanted, index) => {
    const found = standing.findIndex(({ id }) => id === wanted.id);
    const place = at(index);
    if (found === -1) {
      operations.push({ op: 'add', path: place, value: wanted });
      standing.splice(index, 0, wanted);
      return;
    }
    const [before] = standing.splice(found, 1) as [Identified];
    standing.splice(index, 0, wanted);
    if (found !== index) operations.push({ op: 'move', from: at(found), path: place });
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

/** A value after a patch; its argument stays as it is. Throws where the patch does not suit it. */
export function patched(value: unknown, patch: readonly Operation[]): unknown {
  const copy: unknown = JSON.parse(JSON.stringify(value));
  const [failure] = applyPatch(copy, patch as AnyOperation[]).filter((each) => each !== null);
  if (failure) throw failure;
  return copy;
}
