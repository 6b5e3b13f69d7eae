import { comingColumns, type Landing } from './landing';
import { produce } from 'immer';
import { followRenames } from '@/core/edit';
import type { Column, Definition, Table } from '@/core/model';
import { freeIdentifier, freeName, incomingLinks } from '@/core/plan';

interface Spelling {
  name: string;
  identifier: string;
}

/** What everything is called in the app, by the id that it has in the clipping; the many side of a link by `many`. */
export function spelled(
  landing: Landing,
  tables: readonly Table[],
  columns: readonly { tableId: string; column: Column }[],
) {
  const { app, things, needed, columnUsed } = landing;
  const spellings = new Map<string, Spelling>();
  const takenTables = app.tables.map(({ name, identifier }) => ({ name, identifier }));
  for (const table of tables) spellings.set(table.id, free(table.name, 'table', takenTables));
  const taken = new Map(
    app.tables.map((table) => [
      table.id,
      [
        ...table.columns.map(({ name, identifier }) => ({ name, identifier })),
        ...incomingLinks(app, table.id).map(({ column }) => ({
          name: column.inverse,
          identifier: column.inverseIdentifier,
        })),
      ],
    ]),
  );
  for (const id of needed) {
    const thing = things.get(id);
    const own = thing && columnUsed(thing);
    if (!own) continue;
    spellings.set(id, own);
    if (own.kind === 'link') spellings.set(`many ${id}`, { name: own.inverse, identifier: own.inverseIdentifier });
  }
  for (const { tableId, column } of columns)
    spellings.set(column.id, free(column.name, 'column', taken.get(tableId) ?? []));
  for (const column of [...tables.flatMap((table) => table.columns), ...columns.map(({ column }) => column)]) {
    const own = column.kind === 'link' ? landing.tableUsed(column.tableId) : null;
    if (column.kind === 'link' && own !== null)
      spellings.set(`many ${column.id}`, free(column.inverse, 'link', taken.get(own) ?? []));
  }
  return spellings;
}

/** A name that is free, which is taken from then on. */
function free(name: string, fallback: string, taken: Spelling[]): Spelling {
  const spelling = {
    name: freeName(name, namesOf(taken)),
    identifier: '',
  };
  spelling.identifier = freeIdentifier(
    spelling.name,
    fallback,
    taken.map(({ identifier }) => identifier),
  );
  taken.push(spelling);
  return spelling;
}

/** The clipping under the names that everything has in the app, in its expressions too. */
export function renamed(landing: Landing, spellings: ReadonlyMap<string, Spelling>): Definition {
  const { definition } = landing.clipping;
  const intoOwn = new Set(comingColumns(landing).map(({ column }) => column.id));
  return produce(definition, (draft) => {
    for (const table of draft.tables) {
      Object.assign(table, spellings.get(table.id));
      for (const column of table.columns) {
        Object.assign(column, pickSpelling(spellings.get(column.id)));
        // Rows that are there have nothing in it yet.
        if (intoOwn.has(column.id)) column.required = false;
        const many = spellings.get(`many ${column.id}`);
        if (column.kind === 'link' && many)
          Object.assign(column, { inverse: many.name, inverseIdentifier: many.identifier });
      }
    }
    followRenames(definition, draft);
  });
}

const pickSpelling = (spelling: Spelling | undefined): Partial<Spelling> =>
  spelling ? { name: spelling.name, identifier: spelling.identifier } : {};

/** Names as they are told apart: in lower case. */
export const namesOf = (things: readonly { name: string }[]): Set<string> =>
  new Set(things.map(({ name }) => name.toLowerCase()));
