import { type ClipboardEvent, type KeyboardEvent, useState } from 'react';
import type { Table } from '@/core/model';
import { readColumns, settingsOfAllTyped, tableCalled, type TypedColumn } from '@/core/plan';
import { Text } from '@/ui';
import { newId } from '../newId';
import { useApp } from '../useApp';
import { useEdit } from '../useEdit';
import { kindLooks, kindName } from './kinds';

/** The line at the end of the grid: what is typed or pasted in it becomes columns. */
export function AddColumnLine({ table }: { table: Table }) {
  const edit = useEdit();
  const { definition } = useApp().state;
  const [text, setText] = useState('');
  const typed = readColumns(text);
  const add = (from: string) => {
    const columns = settingsOfAllTyped(readColumns(from), definition, table.name, newId);
    if (columns.length === 0) return;
    // The next is typed meanwhile; what could not be added comes back where nothing else was typed.
    setText('');
    edit
      .mutateAsync({ edit: { kind: 'addColumns', tableId: table.id, columns } })
      .catch(() => setText((now) => (now === '' ? from : now)));
  };
  const onKey = (event: KeyboardEvent) => {
    if (event.key !== 'Enter') return;
    event.preventDefault();
    add(text);
  };
  const onPaste = (event: ClipboardEvent) => {
    const pasted = event.clipboardData.getData('text');
    // The head of a spreadsheet: a field of one line would run its columns together.
    if (!/[\t\n]/.test(pasted.trim())) return;
    event.preventDefault();
    setText(
      pasted
        .trim()
        .split(/[\t\n\r]+/)
        .join(', '),
    );
  };
  return (
    <div className="add-line">
      <input
        aria-label={`Add columns to ${table.name}`}
        aria-describedby="add-line-help"
        placeholder="Add a column"
        value={text}
        spellCheck={false}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={onKey}
        onPaste={onPaste}
      />
      <Text look="soft" nativeID="add-line-help">
        {typed.length > 0
          ? `Enter adds ${typed.map((column) => wordsOf(column, definition.tables)).join(', ')}.`
          : 'Type a name and, behind it, its kind: price money, size S/M/L, seen date, maker -> Makers. A star marks what is required; commas part several.'}
      </Text>
    </div>
  );
}

/** What a typed column would be, with a value as it would look. */
function wordsOf({ name, kind, choices, required, link }: TypedColumn, tables: readonly Table[]): string {
  const to = link === undefined ? undefined : tableCalled(tables, link);
  const what = to
    ? `link to ${to.name}`
    : link !== undefined
      ? `text: there is no table ${link}`
      : choices.length > 0
        ? `choice: ${choices.join(', ')}`
        : `${kindName(kind).toLowerCase()}, such as ${kindLooks[kind].example}`;
  return `${name} (${what}${required ? ', required' : ''})`;
}
