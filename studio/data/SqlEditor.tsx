import { autocompletion, closeBrackets, completionKeymap } from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { sql, SQLite } from '@codemirror/lang-sql';
import { HighlightStyle, syntaxHighlighting } from '@codemirror/language';
import { EditorState, Prec } from '@codemirror/state';
import { EditorView, keymap } from '@codemirror/view';
import { tags } from '@lezer/highlight';
import { useEffect, useRef } from 'react';
import type { Table } from '@/core/definition';

const highlight = HighlightStyle.define([
  { tag: tags.keyword, color: 'rgb(var(--fs-fern))', fontWeight: '600' },
  { tag: [tags.string, tags.special(tags.string)], color: 'rgb(var(--fs-amber))' },
  { tag: [tags.number, tags.bool, tags.null], color: 'rgb(var(--fs-plum))' },
  { tag: tags.comment, color: 'rgb(var(--fs-soft))', fontStyle: 'italic' },
]);

interface SqlEditorProps {
  start: string;
  tables: readonly Table[];
  onChange(sql: string): void;
  onRun(): void;
}

/** An SQL editor that knows the names of the plan. Escape, then Tab, leaves it. The default of its module, which is loaded when it is first shown. */
export default function SqlEditor({ start, tables, onChange, onRun }: SqlEditorProps) {
  const box = useRef<HTMLDivElement>(null);
  const latest = useRef({ onChange, onRun });
  useEffect(() => {
    latest.current = { onChange, onRun };
  });
  useEffect(() => {
    if (!box.current) return;
    const schema = Object.fromEntries(tables.map(({ identifier, columns }) => [identifier, ['id', ...columns.map((column) => column.identifier)]]));
    const view = new EditorView({
      parent: box.current,
      state: EditorState.create({
        doc: start,
        extensions: [
          history(),
          closeBrackets(),
          autocompletion(),
          sql({ dialect: SQLite, schema, upperCaseKeywords: true }),
          syntaxHighlighting(highlight),
          EditorView.lineWrapping,
          EditorView.contentAttributes.of({ 'aria-label': 'SQL' }),
          EditorView.updateListener.of((update) => update.docChanged && latest.current.onChange(update.state.doc.toString())),
          Prec.highest(keymap.of([{ key: 'Mod-Enter', run: () => (latest.current.onRun(), true) }])),
          keymap.of([...completionKeymap, ...defaultKeymap, ...historyKeymap]),
        ],
      }),
    });
    return () => view.destroy();
  }, [start, tables]);
  return <div ref={box} className="sql-box" />;
}
