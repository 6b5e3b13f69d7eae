import {
  type CompiledCheck,
  type CompiledEntry,
  type CompiledFormPart,
  type CompiledPage,
  type CompiledRecordPart,
  factPlace,
  pageLinePlace,
  type RowsOf,
  type Selected,
  USUAL_LINKED,
} from '@/core/compiled';
import type { ColumnOf } from '@/core/model';
import { called, fieldWords, totalWords } from './fieldWords';
import { leaveOut, without } from './leaveOut';
import { Call, TableNamed } from './parts';

/** How the rows of a table begin, by its id. */
export type RowsById = (tableId: string) => RowsOf;

const valueOf = (key: string, selected: Selected | null) => (selected ? { [key]: selected.value } : {});

/** The records of a table that belong to one, by the table and the link. */
const belonging = (tableId: string, column: ColumnOf<'link'>) => ({ of: new TableNamed(tableId), column });

const titled = (title: string, column: ColumnOf<'link'>) => (title === column.inverse ? {} : { title });

export function recordPartWords(part: CompiledRecordPart, at: number, rows: RowsOf): Call {
  if (part.kind === 'group') {
    const facts = part.facts.map((slot, index) => fieldWords(slot, factPlace(index, at), rows));
    return new Call('part.group', [{ ...(part.title === null ? {} : { title: part.title }), facts }]);
  }
  if (part.kind !== 'linked') return new Call(`part.${part.kind}`, [without(part, 'kind', 'id')]);
  const { tableId, column, title, listScreenId, rows: most, totals } = part;
  return new Call('part.linked', [
    {
      ...belonging(tableId, column),
      ...titled(title, column),
      ...leaveOut({ listScreenId, rows: most }, { listScreenId: null, rows: USUAL_LINKED }),
      ...(totals.length > 0 ? { totals: totals.map(totalWords) } : {}),
    },
  ]);
}

export const pageWords = (
  { paper, heading, foot, facts, lines }: CompiledPage,
  rows: RowsOf,
  of: RowsById,
): object => ({
  paper,
  heading,
  foot,
  facts: facts.map((slot, at) => fieldWords(slot, factPlace(at), rows)),
  ...(lines
    ? {
        lines: {
          ...belonging(lines.tableId, lines.column),
          slots: lines.slots.map((slot, at) => fieldWords(slot, pageLinePlace(at), of(lines.tableId))),
          ...(lines.totals.length > 0 ? { totals: lines.totals.map(totalWords) } : {}),
        },
      }
    : {}),
});

export function formPartWords(part: CompiledFormPart, at: number, rows: RowsOf): Call {
  switch (part.kind) {
    case 'heading':
      return new Call('part.heading', [{ text: part.text }]);
    case 'fact':
      return new Call('part.fact', [{ shows: fieldWords(part.slot, { key: `_fact${at}`, id: 'slot1' }, rows) }]);
    case 'field': {
      const { column, start, readOnly, visible } = part;
      const rest = without(part, 'id', 'kind', 'column', 'start', 'readOnly', 'visible');
      const evaluated = {
        ...valueOf('start', start),
        ...valueOf('readOnly', readOnly),
        ...valueOf('visible', visible),
      };
      return called('input', column, { ...rest, ...evaluated });
    }
    case 'lines': {
      const { tableId, column, title, fields } = part;
      return new Call('part.lines', [{ ...belonging(tableId, column), ...titled(title, column), fields }]);
    }
  }
}

/** What must hold; `columnOf` gives the column that it is about. */
export const checkWords = ({ message, columnId, value }: CompiledCheck, columnOf: (id: string) => unknown): object => ({
  message,
  holds: value,
  ...(columnId === undefined ? {} : { column: columnOf(columnId) }),
});

export function entryWords(entry: CompiledEntry): Call {
  const word = `entry.${entry.kind}`;
  const said = Object.entries(without(entry, 'id', 'kind')).map(([key, value]) =>
    key === 'when' || key === 'count' ? [key, (value as Selected | null)?.value] : [key, value],
  );
  return new Call(word, [Object.fromEntries(said)]);
}
