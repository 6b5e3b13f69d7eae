import { byHeading } from './heading';
import { incomingLinks } from './link';
import { columnText, shownColumns } from './shown';
import { columnTraits, isAsked, isLink } from '@/core/column';
import { memo } from '@/core/memo';
import type {
  Column,
  Definition,
  FormPart,
  MenuEntry,
  RecordPart,
  RowDesign,
  Screen,
  Screens,
  Slot,
  Table,
} from '@/core/model';

type Plan = Pick<Definition, 'tables' | 'people'>;

/** The screens of an app: those that were designed, or those made from its plan. */
export const screensOf = ({ tables, screens }: Pick<Definition, 'tables' | 'screens'>): Screens =>
  screens ?? madeScreens(tables);

const madeScreens = memo((tables: readonly Table[]): Screens => {
  const list: Screen[] = [];
  const taken = new Set<string>();
  for (const screen of [startMenu(tables), ...tables.flatMap(screensOfTable), settingsScreen]) {
    const name = freeName(screen.name, taken);
    taken.add(name.toLowerCase());
    list.push({ ...screen, name });
  }
  return { startId: START, list };
});

/**
 * `name`, numbered where another already has it; of one that is numbered so, the next number. `taken` are in lower case.
 */
export function freeName(name: string, taken: ReadonlySet<string>): string {
  if (!taken.has(name.toLowerCase())) return name;
  const first = name.replace(/ \d+$/, '');
  const base = taken.has(first.toLowerCase()) ? first : name;
  for (let number = 2; ; number++) {
    const candidate = `${base.slice(0, 74)} ${number}`;
    if (!taken.has(candidate.toLowerCase())) return candidate;
  }
}

const START = 'start';

const settingsScreen: Screen = { kind: 'settings', id: 'settings', name: 'Settings' };

export const madeIds = (tableId: string) => ({
  list: `list-${tableId}`,
  record: `record-${tableId}`,
  form: `form-${tableId}`,
});

/** A list, a record and a form for a table, all but their names left to the plan. */
export function screensOfTable({ id, name, recordName }: Pick<Table, 'id' | 'name' | 'recordName'>): Screen[] {
  const ids = madeIds(id);
  return [
    { kind: 'list', id: ids.list, name, tableId: id },
    { kind: 'record', id: ids.record, name: recordName, tableId: id },
    { kind: 'form', id: ids.form, name: `${recordName} form`.slice(0, 80), tableId: id },
  ];
}

/** The way to a table's list in a menu. */
export const entryOf = ({ id }: Pick<Table, 'id'>): MenuEntry => ({
  id: `to-${id}`,
  kind: 'screen',
  screenId: madeIds(id).list,
  counted: true,
});

function startMenu(tables: readonly Table[]): Screen {
  const entries = byHeading(tables).flatMap(({ heading, tables: group }, index): MenuEntry[] => [
    ...(heading ? [{ id: `heading-${index}`, kind: 'heading', text: heading } as const] : []),
    ...group.map(entryOf),
  ]);
  const settings: MenuEntry = { id: 'to-settings', kind: 'screen', screenId: settingsScreen.id, icon: 'settings' };
  return { kind: 'menu', id: START, name: 'Start', entries: tables.length > 0 ? [...entries, settings] : [] };
}

/** A slot that shows a column. */
export const slotOf = (column: Column): Slot => ({ id: `slot-${column.id}`.slice(0, 40), text: columnText(column) });

/**
 * A row as it is made from the plan: two short facts under the name, and at the right edge the figure or date that
 * people look for.
 */
export function madeRow(plan: Plan, table: Table): RowDesign {
  const { naming } = table;
  const shown = shownColumns(plan, table);
  const others = shown.filter(
    ({ id, kind }) =>
      kind !== 'longText' && !columnTraits[kind].isAttachment && !(naming.kind === 'column' && naming.columnId === id),
  );
  const edge =
    others.find(({ kind }) => kind === 'money') ??
    others.find(({ kind }) => kind === 'date' || columnTraits[kind].isFigure) ??
    null;
  const picture = shown.find(({ kind }) => kind === 'picture');
  const lines = others.filter((column) => column !== edge && column.kind !== 'yesNo').slice(0, 2);
  return {
    shape: 'rows',
    across: 1,
    ...(picture ? { picture: slotOf(picture) } : {}),
    lines: lines.map(slotOf),
    edge: edge ? [slotOf(edge)] : [],
  };
}

/** Where a column of a made record stands: what leads, what is told, amounts, days, long texts, what the app notes. */
function rankInRecord({ kind }: Column): number {
  switch (kind) {
    case 'picture':
      return 0;
    case 'money':
      return 2;
    case 'date':
    case 'time':
    case 'dateTime':
      return 3;
    case 'longText':
    case 'file':
      return 4;
    case 'created':
    case 'changed':
      return 5;
    default:
      return 1;
  }
}

/** A record as it is made from the plan: all that it holds, what is alike together, then what belongs to it. */
export function madeRecordParts(plan: Plan, table: Table): RecordPart[] {
  const { columns } = table;
  const facts = [...columns]
    .sort((one, other) => rankInRecord(one) - rankInRecord(other))
    .map((column) => ({ ...slotOf(column), label: column.name }));
  return [
    { id: 'facts', kind: 'group', facts },
    ...incomingLinks(plan, table.id).map(({ column }) => linkedOf(column)),
  ];
}

/** The records that belong to another by a link, as its record shows them. */
export const linkedOf = ({ id }: Pick<Column, 'id'>): RecordPart => ({
  id: `linked-${id}`.slice(0, 40),
  kind: 'linked',
  columnId: id,
  rows: 5,
  totals: [],
});

/** A form as it is made from the plan: a field for each column that people fill in. */
export function madeFormParts(table: Table): FormPart[] {
  return table.columns.filter(isAsked).map((column) => fieldOf(column));
}

export const fieldOf = ({ id }: Pick<Column, 'id'>): FormPart => ({
  id: `field-${id}`.slice(0, 40),
  kind: 'field',
  columnId: id,
});

/** The screens that something leads to where nothing else is said: the first of each kind for the table. */
export function screenFor(
  screens: Screens,
  kind: 'list' | 'record' | 'form',
  tableId: string,
  chosen?: string,
): string | null {
  const fits = (screen: Screen) => screen.kind === kind && screen.tableId === tableId;
  return (screens.list.find((screen) => screen.id === chosen && fits(screen)) ?? screens.list.find(fits))?.id ?? null;
}

/** Whether the columns of a link's two sides are those of these tables. */
export const linkOf = (plan: Plan, columnId: string) =>
  plan.tables
    .flatMap((table) => table.columns.filter(isLink).map((column) => ({ table, column })))
    .find(({ column }) => column.id === columnId) ?? null;
