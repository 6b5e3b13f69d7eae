import { type ClipItem, type Clipping, clippingOf } from './clipping';
import { columnOf, needsOf, seedsOf } from './needs';
import { isLink, isStored } from '@/core/column';
import { partsAlone } from '@/core/edit';
import type { Column, Definition, Screen, Table } from '@/core/model';
import { analysed, bestNaming, namingText, screensOf, standingKeys, traitsOfScreen } from '@/core/plan';

/** What was asked for, within as much of its app as it needs. Null where it is no longer there. */
export function clip(app: Definition, item: ClipItem): Clipping | null {
  const what = whatWords(app, item);
  const own: Definition = { ...app, screens: withPartsAlone(app, item) };
  const needed = needsOf(own, seedsOf(own, item));
  return what === null ? null : clippingOf({ item, what, definition: cut(own, needed, item) });
}

/** The screens of an app; the one that parts are of has these alone. */
function withPartsAlone(app: Definition, item: ClipItem): NonNullable<Definition['screens']> {
  const screens = screensOf(app);
  if (item.kind !== 'parts') return screens;
  const alone = (screen: Screen) =>
    screen.id === item.screenId ? (partsAlone(app, screen, item.ids) ?? screen) : screen;
  return { ...screens, list: screens.list.map(alone) };
}

/** The app without all that is not needed: a definition that stands by itself. */
export function cut(app: Definition, needed: ReadonlySet<string>, item: ClipItem): Definition {
  const { id, name, theme, people } = app;
  const kept = keptColumns(app, needed, item);
  const tables = app.tables.filter((table) => needed.has(table.id)).map((table) => cutTable(app, table, kept));
  const queries = (app.queries ?? []).filter((query) => needed.has(query.id));
  const routines = (app.routines ?? []).filter((routine) => needed.has(routine.id));
  const list = structuredClone(screensOf(app).list.filter((screen) => needed.has(screen.id)));
  const goes = (screenId: string | undefined) => screenId !== undefined && !needed.has(screenId);
  for (const screen of list) traitsOfScreen(screen).withoutScreens(screen, goes);
  const start = list.find((screen) => item.kind === 'screen' && screen.id === item.id) ?? list[0];
  return {
    id,
    name,
    theme: { accent: theme.accent },
    tables,
    ...(queries.length > 0 ? { queries } : {}),
    ...(routines.length > 0 ? { routines } : {}),
    ...(start ? { screens: { startId: start.id, list } } : {}),
    ...(people && needed.has(people.tableId) ? { people } : {}),
  };
}

/** Without links to what does not come along, and without what is computed from those. */
function keptColumns(app: Definition, needed: ReadonlySet<string>, item: ClipItem): ReadonlySet<string> {
  const isCopied = (table: Table) => item.kind === 'table' && item.id === table.id;
  const tables = app.tables.filter(({ id }) => needed.has(id));
  const kept = new Set(
    tables.flatMap((table) =>
      table.columns
        .filter(
          (column) =>
            needed.has(column.id) ||
            // A link between two that come along is a part of both.
            (!isCopied(table) && (!isLink(column) || needed.has(column.tableId))),
        )
        .map(({ id }) => id),
    ),
  );
  const isLost = (table: Table, column: Column) =>
    !isStored(column) &&
    kept.has(column.id) &&
    !analysed(app, table.id, column.text).references.every(({ id }) => kept.has(columnOf(id)));
  for (let before = -1; before !== kept.size;) {
    before = kept.size;
    for (const table of tables) for (const column of table.columns) if (isLost(table, column)) kept.delete(column.id);
  }
  return kept;
}

function cutTable(app: Definition, table: Table, kept: ReadonlySet<string>): Table {
  const columns = table.columns.filter(({ id }) => kept.has(id));
  const isNamed = analysed(app, table.id, namingText(table)).references.every(({ id }) => kept.has(columnOf(id)));
  const { keys: _keys, linking, ...rest } = table;
  void _keys;
  const keys = standingKeys({ ...table, columns });
  return {
    ...rest,
    columns,
    naming: isNamed ? table.naming : bestNaming(columns),
    ...(keys.length > 0 ? { keys } : {}),
    ...(linking && columns.filter(isLink).length > 1 ? { linking } : {}),
  };
}

/** What an item is, in words: "the table Tools"; null where it is no longer there. */
export function whatWords(app: Definition, item: ClipItem): string | null {
  const named = (things: readonly { id: string; name: string }[] | undefined, id: string, kind: string) => {
    const thing = things?.find((each) => each.id === id);
    return thing ? `the ${kind} ${thing.name}` : null;
  };
  switch (item.kind) {
    case 'table':
      return named(app.tables, item.id, 'table');
    case 'columns': {
      const table = app.tables.find(({ id }) => id === item.tableId);
      const [only, ...others] = table?.columns.filter(({ id }) => item.ids.includes(id)) ?? [];
      if (!table || !only) return null;
      return others.length === 0
        ? `the column ${only.name} of ${table.name}`
        : `${others.length + 1} columns of ${table.name}`;
    }
    case 'screen':
      return named(screensOf(app).list, item.id, 'screen');
    case 'parts': {
      const screen = screensOf(app).list.find(({ id }) => id === item.screenId);
      if (!screen || !partsAlone(app, screen, item.ids)) return null;
      return `${item.ids.length === 1 ? 'a part' : `${item.ids.length} parts`} of ${screen.name}`;
    }
    case 'query':
      return named(app.queries, item.id, 'query');
    case 'routine':
      return named(app.routines, item.id, 'routine');
  }
}
