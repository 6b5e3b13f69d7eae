import { useMemo, useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { ScrollView, Text, View } from 'react-native';
import type { CompiledTable } from '@/core/compile';
import { type Column, initialValue, isBlankRecord, type RecordValues, type Scalar, scalarOf } from '@/core/definition';
import { inputText, parseInput } from '@/core/format';
import { describeProblem, type Problem } from '@/core/problem';
import { type Linked, useKit } from './context';
import { FieldInput } from './FieldInput';
import { ActionButton, Blank, TopBar } from './parts';
import { useRecord } from './useRows';
import { useWrites } from './useWrites';

/** What is typed in a form, by column id. */
type Typed = Record<string, string>;

/** Nobody who is not signed in has values of their own. */
function asked(table: CompiledTable, person: number | null): CompiledTable {
  if (person !== null || !table.columns.some(({ perPerson }) => perPerson)) return table;
  return { ...table, columns: table.columns.filter(({ perPerson }) => !perPerson) };
}

/** One form serves add and edit. */
export function FormScreen({ table: whole, recordId, linked }: { table: CompiledTable; recordId?: number; linked?: Linked }) {
  const { navigation, people } = useKit();
  const person = people.current;
  const table = useMemo(() => asked(whole, person), [whole, person]);
  const { record, gone } = useRecord(table, recordId);
  if (gone) {
    return (
      <View className="flex-1 bg-app-ground">
        <TopBar title={table.recordName} />
        <Blank text={`This ${table.recordName.toLowerCase()} is no longer there.`} action={{ label: 'Back', onPress: navigation.back }} />
      </View>
    );
  }
  const values = record && Object.fromEntries(table.columns.map(({ id, identifier }) => [id, scalarOf(record[identifier])]));
  if (recordId !== undefined && !values) return <View className="flex-1 bg-app-ground" />;
  return <Form table={table} recordId={recordId} values={values} linked={linked} />;
}

function Form({ table, recordId, values, linked }: { table: CompiledTable; recordId?: number; values?: RecordValues; linked?: Linked }) {
  const { navigation, settings, today, notify } = useKit();
  const { save } = useWrites(table);
  const [problem, setProblem] = useState<Problem | null>(null);
  const typedFrom = (from: (column: Column) => Scalar): Typed => Object.fromEntries(table.columns.map((column) => [column.id, inputText(column, from(column), settings)]));
  const blank = useMemo(() => typedFrom((column) => (column.id === linked?.columnId ? linked.recordId : initialValue(column, today()))), [table]); // eslint-disable-line react-hooks/exhaustive-deps
  const start = useMemo(() => (values ? typedFrom(({ id }) => values[id] ?? null) : blank), [blank]); // eslint-disable-line react-hooks/exhaustive-deps
  const { control, handleSubmit, reset, setError, setFocus } = useForm<Typed>({ defaultValues: start, shouldFocusError: true });

  const submit = (then: 'leave' | 'next') =>
    handleSubmit(async (typed) => {
      const parsed = table.columns.map((column) => ({ column, result: parseInput(column, typed[column.id] ?? '', settings) }));
      const record: RecordValues = Object.fromEntries(parsed.map(({ column, result }) => [column.id, result.ok ? result.value : null]));
      if (isBlankRecord(table.columns, record)) {
        const first = table.columns[0] as Column;
        setError(first.id, { message: 'Fill in at least one field' });
        setFocus(first.id);
        return;
      }
      const saved = await save(recordId, record);
      if (saved === null) return;
      if ('problem' in saved) return show(saved.problem);
      setProblem(null);
      if (then === 'leave') navigation.back();
      else reset(blank);
      notify({ text: saved.label, tone: 'done' });
    });

  /** A problem that names a column stands at its field, anything else above the buttons. */
  const show = (found: Problem) => {
    const column = found.code === 'constraint' || found.code === 'circle' ? table.columns.find(({ name }) => name === found.column) : undefined;
    if (column) {
      setError(column.id, { message: describeProblem(found).what });
      setFocus(column.id);
    }
    setProblem(column ? null : found);
  };

  return (
    <View className="flex-1 bg-app-ground">
      <TopBar title={recordId === undefined ? `New ${table.recordName.toLowerCase()}` : `Edit ${table.recordName.toLowerCase()}`} />
      <ScrollView keyboardShouldPersistTaps="handled" contentContainerClassName="gap-5 p-4">
        {table.columns.map((column) => (
          <Controller
            key={column.id}
            control={control}
            name={column.id}
            rules={{
              validate: (text) => {
                const result = parseInput(column, text ?? '', settings);
                return result.ok || result.reason;
              },
            }}
            render={({ field, fieldState }) => (
              <FieldInput column={column} value={field.value ?? ''} onChange={field.onChange} onBlur={field.onBlur} inputRef={field.ref} fault={fieldState.error?.message} />
            )}
          />
        ))}
      </ScrollView>
      <View className="gap-3 border-t border-app-line bg-app-card p-3">
        {problem ? <ProblemText problem={problem} /> : null}
        <SaveButtons adds={recordId === undefined} onSave={(then) => submit(then)()} />
      </View>
    </View>
  );
}

const SLOW_SAVE_MS = 120;

/** They hold for themselves that a save is on its way, so that a tap draws no field anew. */
function SaveButtons({ adds, onSave }: { adds: boolean; onSave: (then: 'leave' | 'next') => Promise<void> }) {
  const [saving, setSaving] = useState(false);
  const press = async (then: 'leave' | 'next') => {
    // Said only of a save that takes its time; a second press before that does nothing anyhow.
    const timer = setTimeout(() => setSaving(true), SLOW_SAVE_MS);
    await onSave(then);
    clearTimeout(timer);
    setSaving(false);
  };
  return (
    <>
      <ActionButton label={saving ? 'Saving…' : 'Save'} disabled={saving} onPress={() => void press('leave')} />
      {adds ? <ActionButton kind="plain" label="Save and add next" disabled={saving} onPress={() => void press('next')} /> : null}
    </>
  );
}

function ProblemText({ problem }: { problem: Problem }) {
  const { what, kept, todo } = describeProblem(problem);
  return (
    <Text role="alert" className="font-sans text-[15px] leading-5 text-app-danger">
      {what} {kept} {todo}
    </Text>
  );
}
