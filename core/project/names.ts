import { camelCase, kebabCase } from '@/core/ship';
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
