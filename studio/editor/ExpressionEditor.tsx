import { autocompletion, closeBrackets, completionKeymap, completionStatus } from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { sql, SQLite } from '@codemirror/lang-sql';
import { syntaxHighlighting } from '@codemirror/language';
import { type Diagnostic, setDiagnostics } from '@codemirror/lint';
import { EditorState, Prec } from '@codemirror/state';
import { EditorView, keymap } from '@codemirror/view';
import { useEffect, useRef } from 'react';
import { completeExpression, type ExpressionFault, expressionReason, type ScopeTable } from '@/core/expression';
import { highlight } from './highlight';

export interface ExpressionEditorProps {
  label: string;
  /** What stands in it; another text from outside takes its place. */
  text: string;
  table: ScopeTable;
  faults: readonly ExpressionFault[];
  onChange(text: string): void;
}

/**
 * An editor for one expression: it knows the names of the plan, through links, and underlines what is wrong. Tab leaves
 * it.
 */
export function ExpressionEditor({ label, text, table, faults, onChange }: ExpressionEditorProps) {
  const box = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const latest = useRef({ onChange, table });
  latest.current = { onChange, table };
  useEffect(() => {
    if (!box.current) return;
    let closesList = false;
    const made = new EditorView({
      parent: box.current,
      state: EditorState.create({
        doc: text,
        extensions: [
          // Escape closes the list of names, and not the sheet around it, which hears of the key when it comes up.
          Prec.highest(
            EditorView.domEventHandlers({
              keydown: ({ key }, { state }) => void (closesList = key === 'Escape' && completionStatus(state) !== null),
              keyup: (event) => void (event.key === 'Escape' && closesList && event.stopPropagation()),
            }),
          ),
          history(),
          closeBrackets(),
          autocompletion({
            icons: false,
            override: [
              ({ state, pos, explicit }) => {
                const found = completeExpression(state.doc.toString(), pos, latest.current.table);
                if (!found || (!explicit && found.from === pos && state.doc.sliceString(pos - 1, pos) !== '.'))
                  return null;
                return {
                  from: found.from,
                  options: found.options.map(({ label: name, detail }) => ({ label: name, detail })),
                  validFor: /^:?[\p{L}\p{N}_]*$/u,
                };
              },
            ],
          }),
          sql({ dialect: SQLite }),
          syntaxHighlighting(highlight),
          EditorView.lineWrapping,
          EditorView.contentAttributes.of({ 'aria-label': label }),
          EditorView.updateListener.of(
            (update) => update.docChanged && latest.current.onChange(update.state.doc.toString()),
          ),
          keymap.of([...completionKeymap, ...defaultKeymap, ...historyKeymap]),
        ],
      }),
    });
    view.current = made;
    return () => made.destroy();
  }, [label]); // eslint-disable-line react-hooks/exhaustive-deps

  useEffect(() => {
    const now = view.current;
    if (now && now.state.doc.toString() !== text)
      now.dispatch({ changes: { from: 0, to: now.state.doc.length, insert: text } });
  }, [text]);
  useEffect(() => {
    const now = view.current;
    if (!now) return;
    const { length } = now.state.doc;
    const diagnostics = faults.map((fault): Diagnostic => ({
      from: Math.min(fault.start, length),
      to: Math.min(Math.max(fault.end, fault.start), length),
      severity: 'error',
      message: expressionReason(fault),
    }));
    now.dispatch(setDiagnostics(now.state, diagnostics));
  }, [faults]);
  return <div ref={box} className="sql-box" />;
}
