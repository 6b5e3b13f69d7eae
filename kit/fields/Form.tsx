import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import { useEffect, useRef, useState } from 'react';
import { useForm } from 'react-hook-form';
import { ScrollView, View } from 'react-native';
import type { CompiledForm, CompiledFormPart, CompiledTable } from '@/core/compile';
import { inSymbology } from '@/core/barcode';
import { inputText, type Parsed, parseInput } from '@/core/column';
import type { Column, RecordValues, Scalar } from '@/core/model';
import { PartBoundary } from '../app/PartBoundary';
import { useKit } from '../base/context';
import { ActionButton, IconButton, TopBar } from '../base/parts';
import { Text } from '../base/Text';
import { useScans } from '../scanning/scans';
import { FormFoot } from './FormFoot';
import { FormPartView } from './FormPartView';
import { LeavingForm } from './LeavingForm';
import type { Draft } from './useDraft';
import { type Typed, useEvaluated } from './useEvaluated';
import { useFormSaving } from './useFormSaving';
import { type Lines, typedLines } from './useLines';

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
  const { navigation, settings } = useKit();
  const [leaving, setLeaving] = useState(false);
  const typedFrom = (from: (column: Column) => Scalar): Typed =>
    Object.fromEntries(table.columns.map((column) => [column.id, inputText(column, from(column), settings)]));
  const [start] = useState(() => typedFrom(({ id }) => (values ?? blank)[id] ?? null));
  const hook = useForm<Typed>({ defaultValues: draft.kept?.typed ?? start, shouldFocusError: true });
  const { control, reset, setValue, getValues, subscribe } = hook;
  const [lines, setLines] = useState<Lines>(draft.kept?.lines ?? startLines);
  /** What stood in the fields before anything was typed. */
  const began = useRef(start);
  const latestLines = useRef(lines);
  latestLines.current = lines;
  const putLines = (next: Lines) => {
    latestLines.current = next;
    setLines(next);
  };

  /** Remembered as it is typed, so that closing the app loses nothing. */
  const keep = () => {
    if (hasChanged(getValues(), began.current, latestLines.current, startLines))
      draft.keep({ typed: getValues(), lines: typedLines(latestLines.current) });
    else draft.forget();
  };
  useEffect(() => subscribe({ formState: { values: true }, callback: keep }), []); // eslint-disable-line react-hooks/exhaustive-deps

  const stored = (column: Column, text: string): Parsed => {
    // What was not touched stays as it is stored: showing it in another unit and reading it again may round.
    if (values && text === start[column.id]) return { ok: true, value: values[column.id] ?? null };
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

  const { problem, submit, isSaving } = useFormSaving({
    form,
    table,
    recordId,
    hook,
    stored,
    isOnForm,
    failedChecks: evaluated.failedChecks,
    lines: () => ({ now: latestLines.current, before: startLines }),
    onSaved: (next) => {
      draft.forget();
      if (!next) return;
      began.current = typedFrom(({ id }) => blank[id] ?? null);
      putLines({});
      reset(began.current);
    },
  });

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
              putLines(startLines);
              reset(start);
            }}
          />
        </View>
      ) : null}
      <ScrollView keyboardShouldPersistTaps="handled" contentContainerClassName="gap-5 p-4">
        {form.parts.map((part) =>
          isSeen(part) ? (
            <PartBoundary key={part.id} name={`a part of the form of ${table.name}`} version={part}>
              <FormPartView
                part={part}
                table={table}
                control={control}
                evaluated={evaluated.row}
                lines={lines[part.id] ?? []}
                stored={stored}
                onLines={(next) => {
                  putLines({ ...latestLines.current, [part.id]: next });
                  keep();
                }}
              />
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
