import type { Definition } from '@/core/model';
import { screensOf } from '@/core/plan';

/** What each part of an app is called in its project, by its id: a name that a person would have given it in code. */
export interface Names {
  app: string;
  table: ReadonlyMap<string, string>;
  /** With the table’s: `garments-condition`; a dot would be a path to forms. */
  column: ReadonlyMap<string, string>;
  query: ReadonlyMap<string, string>;
  screen: ReadonlyMap<string, string>;
  routine: ReadonlyMap<string, string>;
}

/** Words that cannot name a constant in a module. Source: ECMA-262, "Keywords and Reserved Words". */
const reserved = new Set(
  [
    'arguments await break case catch class const continue debugger default delete do else enum eval export extends',
    'false finally for function if implements import in instanceof interface let new null package private protected',
    'public return static super switch this throw true try typeof undefined var void while with yield',
  ]
    .join(' ')
    .split(' '),
);

const wordsOf = (text: string): string[] =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);

/** `text` as the name of a constant; `fallback` where it has no letters. */
export function camelCase(text: string, fallback: string): string {
  const name = wordsOf(text)
    .map((word, at) => {
      const lower = word.toLowerCase();
      return at === 0 ? lower : lower.charAt(0).toUpperCase() + lower.slice(1);
    })
    .join('');
  if (name === '' || !/^\p{ID_Start}[\p{ID_Continue}]*$/u.test(name)) return fallback + name;
  return reserved.has(name) ? `${name}${fallback.charAt(0).toUpperCase()}${fallback.slice(1)}` : name;
}

/** `text` as a part of a path or of a package's name. */
export const kebabCase = (text: string, fallback: string): string =>
  wordsOf(text)
    .map((word) => word.toLowerCase())
    .join('-')
    .replace(/[^a-z0-9-]/g, '')
    .replace(/^-+|-+$/g, '') || fallback;

/** Names for all, each told apart from those before it by a number. */
function named<T extends { id: string }>(all: readonly T[], nameOf: (one: T) => string): Map<string, string> {
  const names = new Map<string, string>();
  const taken = new Set<string>();
  for (const one of all) {
    const base = nameOf(one);
    let name = base;
    for (let number = 2; taken.has(name); number++) name = `${base}${number}`;
    taken.add(name);
    names.set(one.id, name);
  }
  return names;
}

/** What all parts of a definition are called in its project. */
export function namesOf(definition: Definition): Names {
  const { tables, queries = [], routines = [], name } = definition;
  const table = named(tables, ({ identifier }) => camelCase(identifier, 'table'));
  return {
    app: kebabCase(name, 'app'),
    table,
    column: new Map(
      tables.flatMap(({ id, columns }) =>
        columns.map((column): [string, string] => [column.id, `${table.get(id)}-${column.identifier}`]),
      ),
    ),
    query: named(queries, (query) => camelCase(query.name, 'query')),
    screen: named(screensOf(definition).list, (screen) => camelCase(screen.name, 'screen')),
    routine: named(routines, (routine) => camelCase(routine.name, 'routine')),
  };
}
