import { newId } from '../../newId';
import { FormEditor } from '../FormEditor';
import { ListEditor } from '../ListEditor';
import { RecordEditor } from '../RecordEditor';
import { ReportEditor } from '../ReportEditor';
import { anyTable, type StudioScreen } from './screenKind';
import { isLink } from '@/core/column';
import type { Definition, Table } from '@/core/model';
import { columnText, madeRow, shownColumns } from '@/core/plan';

export const list: StudioScreen<'list'> = {
  name: 'List',
  what: 'The rows of a table or a query, each as its row design shows it',
  suits: anyTable,
  suggests: (table) => table?.name ?? '',
  blank: ({ id, name, table, definition }) => ({
    kind: 'list',
    id,
    name,
    tableId: table?.id ?? '',
    ...(table ? { row: madeRow(definition, table) } : {}),
  }),
  Editor: ListEditor,
};

export const record: StudioScreen<'record'> = {
  name: 'Record',
  what: 'All of one record, what belongs to it, and a page to print',
  suits: anyTable,
  suggests: (table) => table?.recordName ?? '',
  blank: ({ id, name, table }) => ({ kind: 'record', id, name, tableId: table?.id ?? '' }),
  Editor: RecordEditor,
};

export const form: StudioScreen<'form'> = {
  name: 'Form',
  what: 'Adds and edits records',
  suits: anyTable,
  suggests: (table) => `${table?.recordName ?? ''} form`,
  blank: ({ id, name, table }) => ({ kind: 'form', id, name, tableId: table?.id ?? '' }),
  Editor: FormEditor,
};

/** What a report is put together by at first: what people ask about most. */
function groupOf(definition: Definition, table: Table | undefined) {
  const columns = table ? shownColumns(definition, table) : [];
  return (
    columns.find(({ kind }) => kind === 'choice') ??
    columns.find(({ kind }) => kind === 'date') ??
    columns.find(isLink) ??
    columns[0]
  );
}

export const report: StudioScreen<'report'> = {
  name: 'Report',
  what: 'Rows put together, evaluated and drawn',
  suits: anyTable,
  suggests: (table) => `${table?.name ?? ''} report`,
  blank: ({ id, name, table, definition }) => {
    const group = groupOf(definition, table);
    return {
      kind: 'report',
      id,
      name,
      tableId: table?.id ?? '',
      group: group ? columnText(group) : 'id',
      ...(group?.kind === 'date' ? { step: 'month' as const } : {}),
      value: { id: newId(), label: 'Records', aggregate: 'count' },
      chart: 'bars',
      order: 'group',
      most: 24,
    };
  },
  Editor: ReportEditor,
};
