import type { Clipping } from './clipping';
import { comingColumns, fixedTable, type Into, type Landing, land, without } from './landing';
import { type Choice, type Choices, type Match, matches } from './match';
import { seedsOf, type Thing, type ThingKind, thingsOf } from './needs';
import type { Definition } from '@/core/model';

/** Something that what was copied needs, and what becomes of it. */
export interface Need {
  kind: Exclude<ThingKind, 'column'>;
  id: string;
  name: string;
  choice: Choice;
  /** The app's own that could take its place. */
  own: Match[];
  canGo: boolean;
}

/** What a clipping would bring into an app. */
export interface Coming {
  needs: Need[];
  /** Columns that come into tables which the app has already. */
  columns: { table: string; names: string[] }[];
}

/** What a clipping needs in an app by what was chosen so far. Throws a Problem where that cannot stand. */
export function coming(app: Definition, clipping: Clipping, choices: Choices = {}, into: Into = null): Coming {
  const landing = land(app, clipping, choices, into);
  const own = new Set(seedsOf(landing.clipping.definition, landing.clipping.item));
  const needOf = (id: string, thing: Thing | undefined, settled?: 'out'): Need[] => {
    if (!thing || thing.kind === 'column') return [];
    const matching = matches({ app, clipping, tableUsed: landing.tableUsed }, thing);
    const choice = settled ?? landing.choiceOf(thing);
    return [
      {
        kind: thing.kind,
        id,
        name: thing.name,
        choice,
        own: matching,
        canGo: settled !== undefined || canGo(landing, thing),
      },
    ];
  };
  const needs = [...landing.needed]
    .filter((id) => !own.has(id) && !isFixed(landing, id))
    .flatMap((id) => needOf(id, landing.things.get(id)));
  // What goes can be taken back.
  const all = thingsOf(clipping.definition);
  const gone = Object.entries(choices).flatMap(([id, choice]) =>
    choice === 'out' ? needOf(id, all.get(id), choice) : [],
  );
  const added = comingColumns(landing);
  const columns = app.tables.flatMap((table) => {
    const names = added.flatMap(({ tableId, column }) => (tableId === table.id ? [column.name] : []));
    return names.length > 0 ? [{ table: table.name, names }] : [];
  });
  return { needs: [...needs, ...gone], columns };
}

function canGo({ clipping }: Landing, thing: Thing): boolean {
  const { definition, item } = clipping;
  try {
    const left = without(definition, item, { [thing.id]: 'out' });
    // Nor may what was copied go with it.
    return seedsOf(definition, item).every((id) => thingsOf(left).has(id) || item.kind === 'table');
  } catch {
    return false;
  }
}

const isFixed = ({ app, clipping, into }: Landing, id: string): boolean => fixedTable(app, clipping, into)?.from === id;
