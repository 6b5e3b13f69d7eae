import isSame from 'fast-deep-equal';
import { camelCase } from '@/core/ship';
import { Call, Elsewhere, isStatement } from './parts';

/** Keys that tell nothing of what a statement is for. */
const DULL = /^(statement|behaviour|fragments)$/;

/**
 * `value` with every statement in it, and all that the statements of a list are made of, in a module of their own:
 * `from`. They are called by where they stood.
 */
export function hoisted(value: unknown, from: string): { value: unknown; statements: Map<string, unknown> } {
  const statements = new Map<string, unknown>();
  const take = (path: readonly string[], statement: unknown): Elsewhere => {
    const same = [...statements].find(([, each]) => isSame(each, statement));
    if (same) return new Elsewhere(from, same[0]);
    const words = path.filter((key) => !DULL.test(key));
    const base = camelCase(words.join(' ').replace(/[A-Z]/g, ' $&') || 'rows', 'read');
    let name = base;
    for (let number = 2; statements.has(name); number++) name = `${base}${number}`;
    statements.set(name, statement);
    return new Elsewhere(from, name);
  };
  const walk = (part: unknown, path: readonly string[]): unknown => {
    if (part === null || typeof part !== 'object') return part;
    if (path.at(-1) === 'fragments' || isStatement(part)) return take(path, part);
    if (Array.isArray(part)) return part.map((each, at) => walk(each, [...path, String(at + 1)]));
    if (part instanceof Call)
      return new Call(
        part.word,
        part.given.map((each) => walk(each, path)),
      );
    if (Object.getPrototypeOf(part) !== Object.prototype) return part;
    return Object.fromEntries(Object.entries(part).map(([key, inner]) => [key, walk(inner, [...path, key])]));
  };
  return { value: walk(value, []), statements };
}
