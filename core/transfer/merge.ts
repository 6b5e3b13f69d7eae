import { isStored, type PlainKind } from '@/core/column';
import type { Column, Table } from '@/core/model';
import type { SheetPreview } from './report';
import type { SheetSettings } from './tables';

/** How the rows of a sheet go into a table that is there. */
export interface MergeRequest {
  settings: SheetSettings;
  tableId: string;
  /** By the index of the sheet's column: the id of the table's column, or `id`; what is left out is not there. */
  mapping: Record<number, string>;
  /** What a row is known by: `id` or the id of a column; null makes every row a new one. */
  key: string | null;
  onMatch: 'update' | 'skip';
  onNew: 'insert' | 'skip';
}
export type MergeDraft = Pick<MergeRequest, 'mapping' | 'key' | 'onMatch' | 'onNew'>;

const plain = (name: string): string => name.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');

/**
 * Columns that are called the same go together, and rows are known by their id or the first code or unique column among
 * them.
 */
export function mergeStart(table: Table, sheet: Pick<SheetPreview, 'columns'>): MergeDraft {
  const columns = table.columns.filter(isStored);
  const found = sheet.columns.map(({ index, name }): [number, string | undefined] => [
    index,
    plain(name) === 'id'
      ? 'id'
      : columns.find((column) => plain(column.name) === plain(name) || plain(column.identifier) === plain(name))?.id,
  ]);
  const mapping = Object.fromEntries(found.filter((each): each is [number, string] => each[1] !== undefined));
  return { mapping, key: mergeKeys(table, mapping)[0] ?? null, onMatch: 'update', onNew: 'insert' };
}

/** What rows can be known by under a mapping: their id, and each code or unique column that the file has. */
export function mergeKeys(table: Table, mapping: MergeRequest['mapping']): string[] {
  const mapped = Object.values(mapping);
  const able = table.columns.filter((column) => column.unique || column.kind === 'barcode').map(({ id }) => id);
  return ['id', ...able].filter((id) => mapped.includes(id));
}

/**
 * A draft with one column of the file put into another of the table, or left out (''); a key that is no longer there
 * goes.
 */
export function remapped(table: Table, draft: MergeDraft, index: number, id: string): MergeDraft {
  const others = Object.entries(draft.mapping).filter(([at]) => Number(at) !== index);
  const mapping = Object.fromEntries(id === '' ? others : [...others, [index, id]]);
  return {
    ...draft,
    mapping,
    key: draft.key !== null && mergeKeys(table, mapping).includes(draft.key) ? draft.key : null,
  };
}

/** Kinds whose cells can be written in more than one way; everything else is read as it stands. */
const readKinds: Partial<Record<Column['kind'], PlainKind>> = {
  wholeNumber: 'wholeNumber',
  decimal: 'decimal',
  measure: 'decimal',
  money: 'money',
  yesNo: 'yesNo',
  date: 'date',
  time: 'time',
  dateTime: 'dateTime',
  created: 'dateTime',
  changed: 'dateTime',
};

/**
 * The settings by which a sheet is read for a table: each column as the kind of the one that it goes into, whatever it
 * seems to hold. An order of dates that was chosen stays.
 */
export function mergeSettings(
  table: Table,
  settings: SheetSettings,
  mapping: MergeRequest['mapping'],
  width: number,
): SheetSettings {
  const columns = Array.from({ length: width }, (_, index): SheetSettings['columns'][number] => {
    const id = mapping[index];
    if (id === undefined) return { use: 'skip' };
    const kind = readKinds[table.columns.find((column) => column.id === id)?.kind ?? 'text'];
    const { dates } = settings.columns[index] ?? {};
    return { use: 'column', kind: kind ?? 'text', ...(dates ? { dates } : {}) };
  });
  return { ...settings, columns: Object.fromEntries(columns.entries()) };
}
