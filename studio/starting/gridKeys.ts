import Papa from 'papaparse';
import type { ClipboardEvent, KeyboardEvent } from 'react';
import { traitsOf } from '@/core/column';
import type { Column } from '@/core/model';
import { type GridRow, pasteBlock } from '@/core/transfer';

export interface CellAt {
  row: number;
  column: number;
  /** Whether the focus is to go there too, from wherever it is. */
  focus?: boolean;
}

/** Pictures and files are not typed. */
export const isFixed = (column: Column | undefined): boolean => column !== undefined && traitsOf(column).isAttachment;

interface Grid {
  rows: readonly GridRow[];
  columns: readonly Column[];
  active: CellAt;
  typing: string | null;
  setTyping(text: string | null): void;
  put(at: CellAt, text: string): void;
  begin(text: string): void;
  move(down: number, right: number): void;
  onChange(rows: GridRow[]): void;
}

/** How far a key goes from a cell, in rows and columns; null for a key that goes nowhere. */
export function stepOf(
  key: string,
  wholly: boolean,
  rows: number,
  columns: number,
): [down: number, right: number] | null {
  switch (key) {
    case 'ArrowDown':
      return [1, 0];
    case 'ArrowUp':
      return [-1, 0];
    case 'ArrowRight':
      return [0, 1];
    case 'ArrowLeft':
      return [0, -1];
    case 'PageDown':
      return [10, 0];
    case 'PageUp':
      return [-10, 0];
    case 'Home':
      return [wholly ? -rows : 0, -columns];
    case 'End':
      return [wholly ? rows : 0, columns];
    default:
      return null;
  }
}

/** What keys and the clipboard do in the grid. */
export function gridHandlers({ rows, columns, active, typing, setTyping, put, begin, move, onChange }: Grid) {
  const text = rows[active.row]?.texts[active.column] ?? '';
  const finish = (down: number, right: number) => {
    if (typing !== null) put(active, typing);
    setTyping(null);
    move(down, right);
  };
  const removeRow = () => active.row < rows.length && onChange(rows.filter((_, index) => index !== active.row));
  /** Whether the key does something while a cell is written in, and while none is. */
  const typed = ({ key, shiftKey }: KeyboardEvent): boolean => {
    if (key === 'Enter') finish(shiftKey ? -1 : 1, 0);
    else if (key === 'Tab') finish(0, shiftKey ? -1 : 1);
    else if (key === 'Escape') setTyping(null);
    else return false;
    return true;
  };
  const pressed = ({ key, ctrlKey, metaKey, altKey }: KeyboardEvent): boolean => {
    const step = stepOf(key, ctrlKey, rows.length + 1, columns.length);
    const erases = key === 'Delete' || key === 'Backspace';
    if (step) move(...step);
    else if (key === 'Enter' || key === 'F2') begin(text);
    else if (erases && ctrlKey) removeRow();
    else if (erases) put(active, '');
    else if (key.length === 1 && !ctrlKey && !metaKey && !altKey) begin(key);
    else return false;
    return true;
  };
  return {
    onKeyDown: (event: KeyboardEvent) => {
      if ((typing === null ? pressed : typed)(event)) event.preventDefault();
    },
    onPaste: (event: ClipboardEvent) => {
      const pasted = event.clipboardData.getData('text/plain').replace(/\r?\n$/, '');
      if (typing !== null || pasted === '') return;
      event.preventDefault();
      // Spreadsheets hand a block over as rows of cells with tabs between them.
      const block = Papa.parse<string[]>(pasted, { delimiter: '\t' }).data;
      onChange(pasteBlock(rows, columns.length, active, block, (column) => isFixed(columns[column])));
    },
    onCopy: (event: ClipboardEvent) => {
      if (typing !== null) return;
      event.clipboardData.setData('text/plain', text);
      event.preventDefault();
    },
  };
}
