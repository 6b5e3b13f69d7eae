import { defaultKeymap } from '@codemirror/commands';
import { javascript } from '@codemirror/lang-javascript';
import { sql, SQLite } from '@codemirror/lang-sql';
import { syntaxHighlighting } from '@codemirror/language';
import { highlightSelectionMatches, search, searchKeymap } from '@codemirror/search';
import { EditorState } from '@codemirror/state';
import { EditorView, keymap, lineNumbers } from '@codemirror/view';
import { useEffect, useRef } from 'react';
import { highlight } from './highlight';

const languageOf = (path: string) => {
  if (/\.sql$/.test(path)) return sql({ dialect: SQLite });
  return /\.(tsx?|js|json)$/.test(path) ? javascript({ typescript: true, jsx: true }) : [];
};

/** A file to be read: in colours, searched by Ctrl F, walked through by the arrow keys. Nothing in it can be changed. */
export function CodeReader({ path, text }: { path: string; text: string }) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!box.current) return;
    const view = new EditorView({
      parent: box.current,
      state: EditorState.create({
        doc: text,
        extensions: [
          lineNumbers(),
          languageOf(path),
          syntaxHighlighting(highlight),
          search({ top: true }),
          highlightSelectionMatches(),
          EditorState.readOnly.of(true),
          EditorView.contentAttributes.of({ 'aria-label': path, 'aria-readonly': 'true', tabindex: '0' }),
          keymap.of([...searchKeymap, ...defaultKeymap]),
        ],
      }),
    });
    return () => view.destroy();
  }, [path, text]);
  return <div ref={box} className="sql-box code-box" />;
}
