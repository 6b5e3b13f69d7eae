import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import { useEffect, useRef, useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { ScrollView, View } from 'react-native';
import { type CompiledForm, type CompiledFormPart, type CompiledTable, wayTo } from '@/core/compile';
import { inSymbology } from '@/core/barcode';
import { isBlankRecord, inputText, parseInput } from '@/core/column';
import type { Column, RecordValues, Scalar } from '@/core/model';
import { describeProblem, type Problem, toProblem } from '@/core/problem';
import { useKit } from '../base/context';
import { FieldInput } from './FieldInput';
import { FormFoot } from './FormFoot';
import { LeavingForm } from './LeavingForm';
import { LinesInput } from './LinesInput';
import { PartBoundary } from '../app/PartBoundary';
import { ActionButton, IconButton, TopBar } from '../base/parts';
import { useScans } from '../scanning/scans';
import { SlotText } from '../rows/slots';
import { Text } from '../base/Text';
import type { Draft } from './useDraft';
import { lineWrites, type TypedLine, typedLines, type Lines } from './useLines';
import { type Typed, useEvaluated } from './useEvaluated';
import { useWrites } from '../data/useWrites';

interface FormProps {
  form: CompiledForm;
  table: CompiledTable;
  recordId?: number;
  values?: RecordValues;
  blank: RecordValues;
  lines: Lines;
  draft: Draft;
}

export function Form({ form, table, recordId, values, blank, lines: startLines, draft }: FormProps) {
  const { app, navigation, settings, notify } = useKit();
  const { save } = useWrites(table);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [leaving, setLeaving] = useState(false);
  const typedFrom = (from: (column: Column) => Scalar): Typed =>
    Object.fromEntries(table.columns.map((column) => [column.id, inputText(column, from(column), settings)]));
  const [start] = useState(() => typedFrom(({ id }) => (values ?? blank)[id] ?? null));
  const { control, handleSubmit, reset, setError, setFocus, setValue, getValues, subscribe } = useForm<Typed>({
    defaultValues: draft.kept?.typed ?? start,
    shouldFocusError: true,
  });
  const [lines, setLines] = useState<Lines>(draft.kept?.lines ?? startLines);
  /** What stood in the fields before anything was typed. */
  const began = useRef(start);
  const latestLines = useRef(lines);
  latestLines.current = lines;

  /** Remembered as it is typed, so that closing the app loses nothing. */
  const keep = () => {
    if (hasChanged(getValues(), began.current, latestLines.current, startLines))
      draft.keep({ typed: getValues(), lines: typedLines(latestLines.current) });
    else draft.forget();
  };
  useEffect(() => subscribe({ formState: { values: true }, callback: keep }), []); // eslint-disable-line react-hooks/exhaustive-deps

  const stored = (column: Column, text: string) => {
    // What was not touched stays as it is stored: showing it in another unit and reading it again may round.
    if (values && text === start[column.id]) return { ok: true as const, value: values[column.id] ?? null };
    return parseInput(column, text, settings);
  };
  const evaluated = useEvaluated(form, table, recordId, control, getValues, (column, text) => {
    const read = stored(column, text);
    return read.ok ? read.value : null;
  });
  const isSeen = (part: CompiledFormPart) =>
    part.kind !== 'field' || part.visibleKey === null || evaluated.row?.[part.visibleKey] !== 0;
  /** Whether a column's field is on the form now: what is wrong elsewhere can only be told at its foot. */
  const isOnForm = (columnId: string) =>
    form.parts.some((part) => part.kind === 'field' && part.column.id === columnId && isSeen(part));

  // A hand scanner fills the field of the code, whatever has focus.
  const codeColumn = table.columns.find((column) => column.kind === 'barcode' && isOnForm(column.id));
  useScans(
    codeColumn
      ? (code) =>
          setValue(codeColumn.id, codeColumn.kind === 'barcode' ? inSymbology(codeColumn.symbology, code) : code, {
            shouldDirty: true,
          })
      : null,
  );

  const isSaving = useRef(false);
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
  const attempt = (then: 'leave' | 'next') =>
    handleSubmit(async (typed) => {
      const parsed = table.columns.map((column) => ({ column, result: stored(column, typed[column.id] ?? '') }));
      const record: RecordValues = Object.fromEntries(
        parsed.map(({ column, result }) => [column.id, result.ok ? result.value : null]),
      );
      if (isBlankRecord(table.columns, record)) {
        const first = table.columns.find(({ id }) => isOnForm(id));
        if (!first)
          return setProblem({ code: 'invalid-value', place: table.recordName, reason: 'nothing is filled in' });
        setError(first.id, { message: 'Fill in at least one field' });
        setFocus(first.id);
        return;
      }
      const unasked = parsed.find(({ column, result }) => !result.ok && !isOnForm(column.id));
      if (unasked && !unasked.result.ok)
        return setProblem({ code: 'invalid-value', place: table.recordName, reason: unasked.result.reason });
      const failed = await evaluated.failedChecks();
      if (failed.length > 0) {
        const atFields = failed.flatMap(({ columnId, message }) =>
          columnId && isOnForm(columnId) ? [{ columnId, message }] : [],
        );
        atFields.forEach(({ columnId, message }) => setError(columnId, { message }));
        if (atFields[0]) setFocus(atFields[0].columnId);
        const others = failed.filter(({ columnId }) => !columnId || !isOnForm(columnId));
        return setProblem(
          others.length > 0
            ? {
                code: 'invalid-value',
                place: table.recordName,
                reason: others.map(({ message }) => message.replace(/\.$/, '')).join('; '),
              }
            : null,
        );
      }
      const made = lineWrites(form, app, latestLines.current, startLines, recordId, settings);
      if ('reason' in made) return setProblem({ code: 'invalid-value', place: made.title, reason: made.reason });
      const saved = await save(recordId, record, made.writes);
      if (saved === null) return;
      if ('problem' in saved) return show(saved.problem);
      setProblem(null);
      draft.forget();
      const screenId = form.after === 'record' ? wayTo(app, 'record', table.id) : null;
      if (then === 'next') {
        began.current = typedFrom(({ id }) => blank[id] ?? null);
        latestLines.current = {};
        setLines({});
        reset(began.current);
      } else if (recordId === undefined && screenId) navigation.replace({ screenId, recordId: saved.id });
      else navigation.back();
      const { messages = [], go = null } = saved.news ?? {};
      if (go) navigation.go({ screenId: go.screenId, ...(go.recordId === null ? {} : { recordId: go.recordId }) });
      notify({ text: [saved.label, ...messages].join('. '), tone: 'done' });
    });

  /** A problem that names a column stands at its field, anything else above the buttons. */
  const show = (found: Problem) => {
    const column =
      found.code === 'constraint' || found.code === 'circle'
        ? table.columns.find(({ name }) => name === found.column)
        : undefined;
    if (column && isOnForm(column.id)) {
      setError(column.id, { message: describeProblem(found).what });
      setFocus(column.id);
      setProblem(null);
    } else setProblem(found);
  };
  // While a save is on its way it is the save that leaves.
  const leave = () =>
    isSaving.current
      ? undefined
      : hasChanged(getValues(), began.current, lines, startLines)
        ? setLeaving(true)
        : leaveNow();
  const leaveNow = () => {
    draft.forget();
    navigation.back();
  };

  const shown = (part: CompiledFormPart) => {
    switch (part.kind) {
      case 'heading':
        return (
          <Text
            role="heading"
            aria-level={3}
            className="border-b border-app-line pb-1 pt-2 font-bold text-[17px] text-app-ink"
            {...{ dataSet: { part: part.id } }}
          >
            {part.text}
          </Text>
        );
      case 'fact':
        return (
          <View
            role="status"
            className="flex-row items-baseline justify-between gap-4"
            {...{ dataSet: { part: part.id } }}
          >
            <Text className="font-medium text-[15px] text-app-ink">{part.slot.label}</Text>
            {evaluated.row ? (
              <SlotText slot={part.slot} row={evaluated.row} settings={settings} className="text-[17px] text-app-ink" />
            ) : null}
          </View>
        );
      case 'lines':
        return (
          <LinesInput
            part={part}
            lines={lines[part.id] ?? []}
            onChange={(next: TypedLine[]) => {
              latestLines.current = { ...latestLines.current, [part.id]: next };
              setLines(latestLines.current);
              keep();
            }}
          />
        );
      case 'field':
        if (!table.columns.some(({ id }) => id === part.column.id)) return null;
        return (
          <View {...{ dataSet: { part: part.id } }}>
            <Controller
              control={control}
              name={part.column.id}
              rules={{
                validate: (text) => {
                  const result = stored(part.column, text ?? '');
                  return result.ok || result.reason;
                },
              }}
              render={({ field, fieldState }) => (
                <FieldInput
                  column={part.column}
                  value={field.value ?? ''}
                  onChange={field.onChange}
                  onBlur={field.onBlur}
                  inputRef={field.ref}
                  fault={fieldState.error?.message}
                  help={part.help}
                  placeholder={part.placeholder}
                  input={part.input}
                  readOnly={part.readOnlyKey !== null && evaluated.row?.[part.readOnlyKey] === 1}
                />
              )}
            />
          </View>
        );
    }
  };

  return (
    <View className="flex-1 bg-app-ground">
      <TopBar
        title={
          recordId === undefined ? `New ${table.recordName.toLowerCase()}` : `Edit ${table.recordName.toLowerCase()}`
        }
        back={<IconButton icon={ArrowLeft} label="Back" onPress={leave} />}
      />
      {draft.kept ? (
        <View role="status" className="flex-row items-center gap-3 bg-app-tint px-4 py-2">
          <Text className="flex-1 font-sans text-[15px] text-app-ink">What you had typed is here again.</Text>
          <ActionButton
            kind="plain"
            label="Discard it"
            onPress={() => {
              draft.forget();
              latestLines.current = startLines;
              setLines(startLines);
              reset(start);
            }}
          />
        </View>
      ) : null}
      <ScrollView keyboardShouldPersistTaps="handled" contentContainerClassName="gap-5 p-4">
        {form.parts.map((part) =>
          isSeen(part) ? (
            <PartBoundary key={part.id} name={`a part of the form of ${table.name}`} version={part}>
              {shown(part)}
            </PartBoundary>
          ) : null,
        )}
      </ScrollView>
      <FormFoot adds={recordId === undefined} next={form.after === 'next'} problem={problem} onSave={submit} />
      {leaving ? <LeavingForm onStay={() => setLeaving(false)} onKeep={navigation.back} onDiscard={leaveNow} /> : null}
    </View>
  );
}

const hasChanged = (typed: Typed, start: Typed, lines: Lines, startLines: Lines): boolean =>
  Object.keys(start).some((id) => (typed[id] ?? '') !== start[id]) ||
  JSON.stringify(typedLines(lines)) !== JSON.stringify(typedLines(startLines));
