import { autocompletion, closeBrackets, completionKeymap } from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { sql, SQLite } from '@codemirror/lang-sql';
import { syntaxHighlighting } from '@codemirror/language';
import { EditorState, Prec } from '@codemirror/state';
import { EditorView, keymap } from '@codemirror/view';
import { useEffect, useRef } from 'react';
import { isStored } from '@/core/column';
import type { Table } from '@/core/model';
import { viewsOf } from '@/core/schema';
import { highlight } from './highlight';

interface SqlEditorProps {
  start: string;
  tables: readonly Table[];
  onChange(sql: string): void;
  onRun(): void;
}

/** An SQL editor that knows the names of the plan. Tab leaves it. */
export function SqlEditor({ start, tables, onChange, onRun }: SqlEditorProps) {
  const box = useRef<HTMLDivElement>(null);
  const latest = useRef({ onChange, onRun });
  useEffect(() => {
    latest.current = { onChange, onRun };
  });
  useEffect(() => {
    if (!box.current) return;
    const views = Object.fromEntries(viewsOf({ tables: [...tables] }).map(({ tableId, name }) => [tableId, name]));
    const schema = Object.fromEntries(
      tables.flatMap(({ id, identifier, columns }) => [
        [identifier, ['id', ...columns.filter(isStored).map((column) => column.identifier)]],
        ...(views[id] ? [[views[id], ['id', ...columns.map((column) => column.identifier)]]] : []),
      ]),
    ) as Record<string, string[]>;
    const view = new EditorView({
      parent: box.current,
      state: EditorState.create({
        doc: start,
        extensions: [
          history(),
          closeBrackets(),
          autocompletion({ icons: false }),
          sql({ dialect: SQLite, schema, upperCaseKeywords: true }),
          syntaxHighlighting(highlight),
          EditorView.lineWrapping,
          EditorView.contentAttributes.of({ 'aria-label': 'SQL' }),
          EditorView.updateListener.of(
            (update) => update.docChanged && latest.current.onChange(update.state.doc.toString()),
          ),
          Prec.highest(keymap.of([{ key: 'Mod-Enter', run: () => (latest.current.onRun(), true) }])),
          keymap.of([...completionKeymap, ...defaultKeymap, ...historyKeymap]),
        ],
      }),
    });
    return () => view.destroy();
  }, [start, tables]);
  return <div ref={box} className="sql-box" />;
}
