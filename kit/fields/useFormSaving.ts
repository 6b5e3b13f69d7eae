import { useRef, useState } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import { useKit } from '../base/context';
import { useWrites } from '../data/useWrites';
import type { Typed } from './useEvaluated';
import { type Lines, lineWrites } from './useLines';
import { isBlankRecord, type Parsed } from '@/core/column';
import { type CompiledForm, type CompiledTable, wayTo } from '@/core/compiled';
import type { Column, RecordValues } from '@/core/model';
import { describeProblem, type Problem, toProblem } from '@/core/problem';

interface Saving {
  form: CompiledForm;
  table: CompiledTable;
  recordId: number | undefined;
  hook: Pick<UseFormReturn<Typed>, 'handleSubmit' | 'setError' | 'setFocus'>;
  /** What is typed for a column, as it would be stored. */
  stored(column: Column, text: string): Parsed;
  /** Whether a column's field is on the form now: what is wrong elsewhere can only be told at its foot. */
  isOnForm(columnId: string): boolean;
  failedChecks(): Promise<CompiledForm['checks']>;
  /** The lines as they are now, and as they were when the form opened. */
  lines(): { now: Lines; before: Lines };
  /** What was typed is stored; `next`: the form begins anew. */
  onSaved(next: boolean): void;
}

/** Saves what is typed in a form, or says where it cannot be: at a field, or at its foot. */
export function useFormSaving({ form, table, recordId, hook, stored, isOnForm, ...of }: Saving) {
  const { app, navigation, settings, notify } = useKit();
  const { save } = useWrites(table);
  const [problem, setProblem] = useState<Problem | null>(null);
  const isSaving = useRef(false);
  const invalid = (reason: string, place = table.recordName) => setProblem({ code: 'invalid-value', place, reason });
  const atField = (columnId: string, message: string) => {
    hook.setError(columnId, { message });
    hook.setFocus(columnId);
  };

  /** The record that is typed; null where something stands in the way, which is then told. */
  const recordOf = (typed: Typed): RecordValues | null => {
    const parsed = table.columns.map((column) => ({ column, result: stored(column, typed[column.id] ?? '') }));
    const record = Object.fromEntries(parsed.map(({ column, result }) => [column.id, result.ok ? result.value : null]));
    if (isBlankRecord(table.columns, record)) {
      const first = table.columns.find(({ id }) => isOnForm(id));
      if (first) atField(first.id, 'Fill in at least one field');
      else invalid('nothing is filled in');
      return null;
    }
    const unasked = parsed.find(({ column, result }) => !result.ok && !isOnForm(column.id));
    if (!unasked || unasked.result.ok) return record;
    invalid(unasked.result.reason);
    return null;
  };

  /** Whether all checks hold; those that do not are told at their fields, or at the foot. */
  const passes = async (): Promise<boolean> => {
    const failed = await of.failedChecks();
    const there = failed.filter(({ columnId }) => columnId && isOnForm(columnId));
    const others = failed.filter((check) => !there.includes(check));
    there.forEach(({ columnId, message }) => hook.setError(columnId ?? '', { message }));
    if (there[0]?.columnId) hook.setFocus(there[0].columnId);
    if (others.length > 0) invalid(others.map(({ message }) => message.replace(/\.$/, '')).join('; '));
    else if (failed.length > 0) setProblem(null);
    return failed.length === 0;
  };

  /** A problem that names a column stands at its field, anything else above the buttons. */
  const show = (found: Problem) => {
    const named = found.code === 'constraint' || found.code === 'circle' ? found.column : undefined;
    const column = named === undefined ? undefined : table.columns.find(({ name }) => name === named);
    if (!column || !isOnForm(column.id)) return setProblem(found);
    atField(column.id, describeProblem(found).what);
    setProblem(null);
  };

  const attempt = (then: 'leave' | 'next') =>
    hook.handleSubmit(async (typed) => {
      const record = recordOf(typed);
      if (record === null || !(await passes())) return;
      const { now, before } = of.lines();
      const made = lineWrites(form, app, now, before, recordId, settings);
      if ('reason' in made) return invalid(made.reason, made.title);
      const saved = await save(recordId, record, made.writes);
      if (saved === null) return;
      if ('problem' in saved) return show(saved.problem);
      setProblem(null);
      of.onSaved(then === 'next');
      const screenId = form.after === 'record' ? wayTo(app, 'record', table.id) : null;
      if (then === 'leave') {
        if (recordId === undefined && screenId) navigation.replace({ screenId, recordId: saved.id });
        else navigation.back();
      }
      const { messages = [], go = null } = saved.news ?? {};
      if (go) navigation.go({ screenId: go.screenId, ...(go.recordId === null ? {} : { recordId: go.recordId }) });
      notify({ text: [saved.label, ...messages].join('. '), tone: 'done' });
    });

  const submit = async (then: 'leave' | 'next') => {
    if (isSaving.current) return;
    isSaving.current = true;
    try {
      await attempt(then)();
    } catch (error) {
      setProblem(toProblem(error));
    } finally {
      isSaving.current = false;
    }
  };
  return { problem, submit, isSaving };
}
