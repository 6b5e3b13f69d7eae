import { applyPatches, current, enablePatches, type Patch, produceWithPatches } from 'immer';
import { changeScreens, describeScreenEdit, isScreenEdit, type ScreenEdit } from './screenEdit';
import { followPlan, renameInScreens } from './screenFollow';
import { placeWords, schemaFault, definitionFault } from '@/core/check';
import type { ColumnSettings } from '@/core/column';
import type { Column, Definition, Naming, People, Table, TableKey } from '@/core/model';
import {
  freeIdentifier,
  singular,
  keyNames,
  standingKeys,
  incomingLinks,
  isLink,
  linksAt,
  withArticle,
  bestNaming,
  canName,
  namingUses,
  personalColumns,
  expressionsOf,
  planScope,
} from '@/core/plan';
import { analyseExpression, renameIn, spellName } from '@/core/expression';
import { ProblemError } from '@/core/problem';
/** One change to the plan. New ids come in with the edit, so that applying it twice gives the same definition. */
export type Edit =
  | { kind: 'renameApp'; name: string }
  | { kind: 'addTable'; tableId: string; columnId: string; name: string }
  | { kind: 'renameTable'; tableId: string; name: string; recordName: string }
  | { kind: 'setHeading'; tableId: string; heading: string }
  /** Whether the rows of a table are only for the person who made them. */
  | { kind: 'setOwned'; tableId: string; owned: boolean }
  /** People to sign in as: the records of a table, which `add` makes, or none any more. */
  | { kind: 'setPeople'; people: People | null; add?: { columnId: string; name: string } }
  /** Tables that come out of a file, with ids and names that are free. */
  | { kind: 'importTables'; tables: Table[]; from: string }
  | { kind: 'moveTable'; tableId: string; to: number }
  | { kind: 'removeTable'; tableId: string }
  /**
   * A text column that names records elsewhere becomes a link to them; the text stays, under another name, unless it
   * goes.
   */
  | { kind: 'linkText'; tableId: string; columnId: string; link: ColumnSettings; keepText: boolean }
  /** A many-to-many link: a table whose rows each belong to one record of either side. */
  | { kind: 'addLinkingTable'; tableId: string; name: string; sides: [LinkSide, LinkSide] }
  | { kind: 'addColumn'; tableId: string; column: ColumnSettings; to?: number }
  | { kind: 'changeColumn'; tableId: string; column: ColumnSettings }
  | { kind: 'moveColumn'; tableId: string; columnId: string; to: number }
  | { kind: 'removeColumn'; tableId: string; columnId: string }
  | { kind: 'setNaming'; tableId: string; naming: Naming }
  /** Columns that tell records apart, or find them, together; one of the same id takes its place. */
  | { kind: 'setKey'; tableId: string; key: TableKey }
  | { kind: 'removeKey'; tableId: string; keyId: string }
  | ScreenEdit;

/**
 * One side of a many-to-many link: the table, what the linking row calls its record, and what the record calls the
 * linking rows.
 */
export interface LinkSide {
  tableId: string;
  columnId: string;
  name: string;
  inverse: string;
}

enablePatches();

/** An edit made: the definition after it, and the patches that lead there and back. */
export interface Edited {
  definition: Definition;
  patches: Patch[];
  inverse: Patch[];
}

/** `definition` with the edit made. Throws a Problem when the edit cannot stand; never changes its argument. */
export function applyEdit(definition: Definition, edit: Edit): Edited {
  const [after, patches, inverse] = produceWithPatches(definition, (draft) => {
    if (isScreenEdit(edit)) return changeScreens(definition, draft, edit);
    change(draft, edit);
    followPlan(definition, draft);
    followRenames(definition, draft);
  });
  // What is stored has been through the schema that reads it.
  const fault = schemaFault(definition, after) ?? definitionFault(after);
  if (fault) throw new ProblemError({ code: 'definition', ...fault, place: placeWords(after, fault.place) });
  return { definition: after, patches, inverse };
}

/** `definition` with the patches of an earlier edit made again, or taken back. */
export function patchDefinition(definition: Definition, patches: readonly Patch[]): Definition {
  return applyPatches(definition, patches as Patch[]);
}

type Written = Map<string, { text: string; references: ReturnType<typeof analyseExpression>['references'] }[]>;

/** Every expression of a plan by table, with what its names stand for. */
function expressionsIn(definition: Definition): Written {
  const scope = planScope(definition);
  return new Map(
    definition.tables.map((table) => [
      table.id,
      expressionsOf(table).map(({ text }) => ({
        text,
        references: analyseExpression(text, scope(table.id)).references,
      })),
    ]),
  );
}

/** Expressions that stand as they were written before the edit take up the names that things have after it. */
function followRenames(before: Definition, draft: Definition): void {
  const old = identifiersOf(before);
  // Read from a copy: a draft wraps all that is looked at.
  const names = new Map(
    [...identifiersOf(current(draft))].filter(([id, identifier]) => old.has(id) && old.get(id) !== identifier),
  );
  if (names.size === 0) return;
  renameInScreens(before, draft, names);
  const written = expressionsIn(before);
  for (const table of draft.tables) {
    const texts = written.get(table.id) ?? [];
    for (const expression of expressionsOf(table)) {
      const same = texts.find(({ text }) => text === expression.text);
      const text =
        same &&
        renameIn(same.text, same.references, (id) => (names.has(id) ? spellName(names.get(id) as string) : null));
      if (text !== undefined && text !== expression.text) expression.set(text);
    }
  }
}

/** What expressions call things by: columns by their id, the many side of a link by `many` and its id. */
function identifiersOf(definition: Definition): Map<string, string> {
  const columns = definition.tables.flatMap((table) => table.columns);
  return new Map(
    columns.flatMap((column): [string, string][] => [
      [column.id, column.identifier],
      ...(isLink(column) ? [[`many ${column.id}`, column.inverseIdentifier] as [string, string]] : []),
    ]),
  );
}

function change(draft: Definition, edit: Exclude<Edit, ScreenEdit>): void {
  switch (edit.kind) {
    case 'renameApp':
      draft.name = checkedName(edit.name, 'app', []);
      return;
    case 'addTable': {
      const name = checkedName(edit.name, 'table', draft.tables);
      const column: Column = {
        id: edit.columnId,
        name: 'Name',
        identifier: 'name',
        kind: 'text',
        required: true,
        unique: false,
        default: { kind: 'none' },
      };
      draft.tables.push({
        id: edit.tableId,
        name,
        recordName: singular(name),
        identifier: freeIdentifier(
          name,
          'table',
          draft.tables.map(({ identifier }) => identifier),
        ),
        columns: [column],
        naming: { kind: 'column', columnId: column.id },
      });
      return;
    }
    case 'renameTable': {
      const table = tableOf(draft, edit.tableId);
      const others = draft.tables.filter(({ id }) => id !== table.id);
      table.name = checkedName(edit.name, 'table', others);
      table.recordName = checkedName(edit.recordName, 'table', []);
      table.identifier = freeIdentifier(
        table.name,
        'table',
        others.map(({ identifier }) => identifier),
      );
      return;
    }
    case 'setHeading': {
      const table = tableOf(draft, edit.tableId);
      const heading = edit.heading.trim().slice(0, 80).trim();
      if (heading === '') delete table.heading;
      else table.heading = heading;
      return;
    }
    case 'setOwned': {
      const table = tableOf(draft, edit.tableId);
      if (edit.owned) table.owned = true;
      else delete table.owned;
      return;
    }
    case 'setPeople':
      if (edit.people === null) {
        assertNobodysOwn(draft);
        delete draft.people;
      } else {
        if (draft.people && draft.people.tableId !== edit.people.tableId) assertNobodysOwn(draft);
        if (edit.add) change(draft, { kind: 'addTable', tableId: edit.people.tableId, ...edit.add });
        draft.people = edit.people;
      }
      return;
    case 'importTables':
      draft.tables.push(...edit.tables);
      return;
    case 'moveTable':
      move(draft.tables, edit.tableId, edit.to);
      return;
    case 'removeTable':
      assertUnused(
        draft,
        tableOf(draft, edit.tableId).name,
        linksAt(draft, tableOf(draft, edit.tableId)).flatMap(({ column }) => [column.id, `many ${column.id}`]),
        ({ id }) => id !== edit.tableId,
      );
      if (draft.people?.tableId === edit.tableId) {
        assertNobodysOwn(draft);
        delete draft.people;
      }
      removeTable(draft, edit.tableId);
      return;
    case 'linkText': {
      const table = tableOf(draft, edit.tableId);
      const column = columnOf(table, edit.columnId);
      const at = table.columns.indexOf(column);
      if (edit.keepText) {
        const { name } = column;
        if (name.toLowerCase() === edit.link.name.trim().toLowerCase())
          Object.assign(column, identified(draft, table, { ...column, name: `${name.slice(0, 70)} as text` }));
        table.columns.splice(at, 0, identified(draft, table, edit.link));
      } else {
        assertUnused(draft, `${table.name} › ${column.name}`, [column.id], () => true);
        const named = namingUses(draft, table, column);
        table.columns.splice(at, 1);
        table.columns.splice(at, 0, identified(draft, table, edit.link));
        if (named) table.naming = bestNaming(table.columns);
      }
      return;
    }
    case 'addLinkingTable': {
      const name = checkedName(edit.name, 'table', draft.tables);
      const identifier = freeIdentifier(
        name,
        'table',
        draft.tables.map((table) => table.identifier),
      );
      const [first] = edit.sides;
      const table: Table = {
        id: edit.tableId,
        name,
        recordName: singular(name),
        identifier,
        columns: [],
        naming: { kind: 'column', columnId: first.columnId },
        linking: true,
      };
      draft.tables.push(table);
      for (const { tableId, columnId, name: called, inverse } of edit.sides) {
        const side = {
          id: columnId,
          name: called,
          kind: 'link',
          tableId,
          inverse,
          onDelete: 'cascade',
          required: true,
          unique: false,
          default: { kind: 'none' },
        } as const;
        tableOf(draft, edit.tableId).columns.push(identified(draft, tableOf(draft, edit.tableId), side));
      }
      return;
    }
    case 'addColumn': {
      const table = tableOf(draft, edit.tableId);
      table.columns.splice(edit.to ?? table.columns.length, 0, identified(draft, table, edit.column));
      return;
    }
    case 'changeColumn': {
      const table = tableOf(draft, edit.tableId);
      const column = columnOf(table, edit.column.id);
      const changed = identified(draft, table, edit.column);
      table.columns[table.columns.indexOf(column)] = changed;
      if (table.naming.kind === 'column' && table.naming.columnId === changed.id && !canName(changed))
        table.naming = bestNaming(table.columns);
      keepStandingKeys(table);
      return;
    }
    case 'moveColumn':
      move(tableOf(draft, edit.tableId).columns, edit.columnId, edit.to);
      return;
    case 'removeColumn': {
      const table = tableOf(draft, edit.tableId);
      const column = columnOf(table, edit.columnId);
      assertUnused(draft, `${table.name} › ${column.name}`, [column.id, `many ${column.id}`], () => true);
      if (table.linking && isLink(column)) removeTable(draft, table.id);
      else removeColumn(draft, table, column);
      return;
    }
    case 'setNaming':
      tableOf(draft, edit.tableId).naming = edit.naming;
      return;
    case 'setKey': {
      const table = tableOf(draft, edit.tableId);
      const isThere = table.keys?.some(({ id }) => id === edit.key.id);
      setKeys(
        table,
        isThere
          ? (table.keys ?? []).map((key) => (key.id === edit.key.id ? edit.key : key))
          : [...(table.keys ?? []), edit.key],
      );
      return;
    }
    case 'removeKey': {
      const table = tableOf(draft, edit.tableId);
      setKeys(
        table,
        (table.keys ?? []).filter(({ id }) => id !== edit.keyId),
      );
      return;
    }
  }
}

/** What an edit did, in the words of the undo button. */
export function describeEdit(before: Definition, edit: Edit): string {
  if (isScreenEdit(edit)) return describeScreenEdit(before, edit);
  const table = 'tableId' in edit ? before.tables.find(({ id }) => id === edit.tableId) : undefined;
  const column = 'columnId' in edit ? table?.columns.find(({ id }) => id === edit.columnId) : undefined;
  switch (edit.kind) {
    case 'renameApp':
      return `Renamed the app to ${edit.name}`;
    case 'addTable':
      return `Added the table ${edit.name}`;
    case 'renameTable':
      return `Renamed ${table?.name ?? 'a table'} to ${edit.name}`;
    case 'setHeading':
      return `Put ${table?.name ?? 'a table'} under ${edit.heading.trim() || 'no heading'}`;
    case 'setOwned':
      return edit.owned
        ? `Kept ${table?.name ?? 'rows'} to their owners`
        : `Showed ${table?.name ?? 'rows'} to everyone`;
    case 'setPeople':
      return edit.people ? (before.people ? 'Changed how people sign in' : 'Added people') : 'Removed people';
    case 'importTables':
      return edit.tables.length === 1
        ? `Imported ${edit.tables[0]?.name}`
        : `Imported ${edit.tables.length} tables from ${edit.from}`;
    case 'moveTable':
      return `Moved ${table?.name ?? 'a table'}`;
    case 'linkText':
      return `Turned ${column?.name ?? 'a text'} into a link`;
    case 'addLinkingTable':
      return `Added the link ${edit.name}`;
    case 'removeTable':
      return `Removed the table ${table?.name ?? ''}`;
    case 'addColumn':
      return `Added ${edit.column.name} to ${table?.name ?? 'a table'}`;
    case 'changeColumn': {
      const old = table?.columns.find(({ id }) => id === edit.column.id);
      return old && old.name !== edit.column.name
        ? `Renamed ${old.name} to ${edit.column.name}`
        : `Changed ${edit.column.name}`;
    }
    case 'moveColumn':
      return `Moved ${column?.name ?? 'a column'}`;
    case 'removeColumn':
      return `Removed ${column?.name ?? 'a column'} from ${table?.name ?? 'a table'}`;
    case 'setNaming':
      return `Changed what names ${withArticle(table?.recordName ?? 'record')}`;
    case 'setKey':
      return `${edit.key.unique ? 'Told apart' : 'Indexed'} ${table?.name ?? 'a table'} by ${table ? keyNames(table, edit.key) : 'columns'}`;
    case 'removeKey': {
      const key = table?.keys?.find(({ id }) => id === edit.keyId);
      return `Removed a key of ${table?.name ?? 'a table'}${table && key ? `: ${keyNames(table, key)}` : ''}`;
    }
  }
}

export function tableOf(definition: Definition, tableId: string): Table {
  const table = definition.tables.find(({ id }) => id === tableId);
  if (!table) throw new ProblemError({ code: 'definition', place: 'tables', reason: 'this table is no longer there' });
  return table;
}

export function columnOf(table: Table, columnId: string): Column {
  const column = table.columns.find(({ id }) => id === columnId);
  if (!column)
    throw new ProblemError({ code: 'definition', place: table.name, reason: 'this column is no longer there' });
  return column;
}

/** Throws a Problem where what goes, by the ids that expressions know it by, is used by an expression that stays. */
function assertUnused(
  draft: Definition,
  name: string,
  gone: readonly string[],
  stays: (table: Table) => boolean,
): void {
  const scope = planScope(draft);
  const uses = (text: string, table: Table) =>
    analyseExpression(text, scope(table.id)).references.some(({ id }) => gone.includes(id));
  const by = draft.tables.filter(stays).flatMap((table) => {
    const columns = table.columns
      .filter((column) => column.kind === 'expression' && !gone.includes(column.id) && uses(column.text, table))
      .map((column) => `${table.name} › ${column.name}`);
    return [
      ...columns,
      ...(table.naming.kind === 'expression' && uses(table.naming.text, table)
        ? [`what names ${withArticle(table.recordName)}`]
        : []),
    ];
  });
  if (by.length > 0) throw new ProblemError({ code: 'in-use', name, by });
}

/** Throws a Problem where rows or values belong to people, who can then not be taken out of the plan. */
function assertNobodysOwn(draft: Definition): void {
  const by = draft.tables.flatMap((table) => [
    ...(table.owned ? [`${table.name} (each only for its owner)`] : []),
    ...personalColumns(table).map((column) => `${table.name} › ${column.name} (one for each person)`),
  ]);
  if (by.length > 0)
    throw new ProblemError({
      code: 'in-use',
      name: draft.tables.find(({ id }) => id === draft.people?.tableId)?.name ?? 'People',
      by,
    });
}

/** A table goes with the links that lead to it; a linking table that loses a side goes too. */
function removeTable(draft: Definition, tableId: string): void {
  draft.tables.splice(draft.tables.indexOf(tableOf(draft, tableId)), 1);
  for (const { table, column } of incomingLinks(draft, tableId)) {
    if (!draft.tables.includes(table)) continue;
    if (table.linking) removeTable(draft, table.id);
    else removeColumn(draft, table, column);
  }
}

function removeColumn(draft: Definition, table: Table, column: Column): void {
  if (table.columns.length === 1)
    throw new ProblemError({
      code: 'definition',
      place: `${table.name} › ${column.name}`,
      reason: 'a table keeps at least one column',
    });
  const used = namingUses(draft, table, column);
  table.columns.splice(table.columns.indexOf(column), 1);
  keepStandingKeys(table);
  if (used) table.naming = bestNaming(table.columns);
}

/** A table without keys says nothing of them: it is then the very same as one that never had any. */
function setKeys(table: Table, keys: TableKey[]): void {
  if (keys.length > 0) table.keys = keys;
  else delete table.keys;
}

function keepStandingKeys(table: Table): void {
  const keys = standingKeys(table);
  if (keys.length !== (table.keys?.length ?? 0)) setKeys(table, keys);
}

/** What a record of a table already calls things by: its columns, and those that belong to it. */
function namesOf(draft: Definition, table: Table, exceptColumnId: string): { name: string; identifier: string }[] {
  const incoming = incomingLinks(draft, table.id).filter(({ column }) => column.id !== exceptColumnId);
  return [
    ...table.columns.filter(({ id }) => id !== exceptColumnId),
    ...incoming.map(({ column }) => ({ name: column.inverse, identifier: column.inverseIdentifier })),
  ];
}

function identified(draft: Definition, table: Table, settings: ColumnSettings): Column {
  const others = namesOf(draft, table, settings.id);
  const name = checkedName(settings.name, 'column', others);
  const identifier = freeIdentifier(
    name,
    'column',
    others.map((other) => other.identifier),
  );
  if (settings.kind !== 'link') return { ...settings, name, identifier };
  const target = tableOf(draft, settings.tableId);
  const there = namesOf(draft, target, settings.id).concat(target.id === table.id ? [{ name, identifier }] : []);
  const inverse = checkedName(settings.inverse, 'link', there);
  return {
    ...settings,
    name,
    identifier,
    inverse,
    inverseIdentifier: freeIdentifier(
      inverse,
      'link',
      there.map((other) => other.identifier),
    ),
  };
}

function checkedName(
  name: string,
  what: 'table' | 'column' | 'link' | 'app',
  others: readonly { name: string }[],
): string {
  const trimmed = name.trim().replace(/\s+/g, ' ');
  const reason =
    trimmed === ''
      ? 'empty'
      : trimmed.length > 80
        ? 'too-long'
        : others.some((other) => other.name.toLowerCase() === trimmed.toLowerCase())
          ? 'taken'
          : null;
  if (reason) throw new ProblemError({ code: 'name', name: trimmed, reason, what });
  return trimmed;
}

function move<T extends { id: string }>(items: T[], id: string, to: number): void {
  const from = items.findIndex((item) => item.id === id);
  if (from < 0) return;
  const [item] = items.splice(from, 1);
  items.splice(Math.max(0, Math.min(to, items.length)), 0, item as T);
}
