import isSame from 'fast-deep-equal';
import { camelCase } from '@/core/ship';
import { Call, Elsewhere, isStatement } from './parts';

/** Keys that tell nothing of what a statement is for, with the number that follows. */
const DULL = /(^| )(statement|fragments|value|parts|facts|lines|slots|edge|entries|places|styles)( \d+)?(?= |$)/g;

/** What a statement that stands there is called. */
function nameOf(path: readonly string[]): string {
  const told = path.join(' ').replace(DULL, '').trim();
  const words = told === '' || told === 'row' ? path.join(' ').replace(/ value$/, '') : told;
  const name = words === 'statement' ? 'figures' : words.replace(/^fragments$/, 'list');
  return camelCase(name.replace(/[A-Z]/g, ' $&'), 'read');
}

/** What a part is about: its column, or where it leads. */
function subjectOf({ given: [first] }: Call): string | null {
  if (typeof first === 'string') return first;
  const { identifier, screenId, routineId } = (first ?? {}) as Record<string, unknown>;
  const found = [identifier, screenId, routineId];
  return (found.find((each) => typeof each === 'string') as string | undefined) ?? null;
}

/**
 * `value` with every statement in it, and all that the statements of a list are made of, in a module of their own:
 * `from`. They are called by what they are about and where they stood.
 */
export function hoisted(value: unknown, from: string): { value: unknown; statements: Map<string, unknown> } {
  const statements = new Map<string, unknown>();
  const take = (path: readonly string[], statement: unknown): Elsewhere => {
    const same = [...statements].find(([, each]) => isSame(each, statement));
    if (same) return new Elsewhere(from, same[0]);
    const base = nameOf(path);
    let name = base;
    for (let number = 2; statements.has(name); number++) name = `${base}${number}`;
    statements.set(name, statement);
    return new Elsewhere(from, name);
  };
  const walk = (part: unknown, path: readonly string[]): unknown => {
    if (part === null || typeof part !== 'object') return part;
    if (path.at(-1) === 'fragments' || isStatement(part)) return take(path, part);
    if (Array.isArray(part)) return part.map((each, at) => walk(each, [...path, String(at + 1)]));
    if (part instanceof Call) {
      const subject = subjectOf(part);
      // Its number among others tells less.
      const own = subject === null ? path : [...(/^\d+$/.test(path.at(-1) ?? '') ? path.slice(0, -1) : path), subject];
      return new Call(
        part.word,
        part.given.map((each) => walk(each, own)),
      );
    }
    if (Object.getPrototypeOf(part) !== Object.prototype) return part;
    return Object.fromEntries(Object.entries(part).map(([key, inner]) => [key, walk(inner, [...path, key])]));
  };
  return { value: walk(value, []), statements };
}
