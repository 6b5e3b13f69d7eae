import { useEffect, useRef, useState } from 'react';
import { useForm } from 'react-hook-form';
import { useKit } from '../base/context';
import { useScans } from '../scanning/scans';
import type { Draft } from './useDraft';
import { type Typed, useEvaluated } from './useEvaluated';
import { useFormSaving } from './useFormSaving';
import { type Lines, typedLines } from './useLines';
import { inSymbology } from '@/core/barcode';
import { inputText, type Parsed, parseInput } from '@/core/column';
import type { CompiledForm, CompiledFormPart, CompiledTable } from '@/core/compiled';
import type { Column, RecordValues, Scalar } from '@/core/model';

export interface FormProps {
  form: CompiledForm;
  table: CompiledTable;
  recordId?: number;
  values?: RecordValues;
  blank: RecordValues;
  lines: Lines;
  draft: Draft;
}

/** What is typed into a form: kept as a draft, read as values, evaluated as it changes, and saved. */
export function useFormValues({ form, table, recordId, values, blank, lines: startLines, draft }: FormProps) {
  const { settings } = useKit();
  const typedFrom = (from: (column: Column) => Scalar): Typed =>
    Object.fromEntries(table.columns.map((column) => [column.id, inputText(column, from(column), settings)]));
  const [start] = useState(() => typedFrom(({ id }) => (values ?? blank)[id] ?? null));
  const hook = useForm<Typed>({ defaultValues: draft.kept?.typed ?? start, shouldFocusError: true });
  const { control, reset, setValue, getValues, subscribe } = hook;
  const { lines, latestLines, putLines } = useFormLines(draft.kept?.lines ?? startLines);
  /** What stood in the fields before anything was typed. */
  const began = useRef(start);
  const hasChanged = () => differs(getValues(), began.current, latestLines.current, startLines);

  /** Remembered as it is typed, so that closing the app loses nothing. */
  const keep = () => {
    if (hasChanged()) draft.keep({ typed: getValues(), lines: typedLines(latestLines.current) });
    else draft.forget();
  };
  // eslint-disable-next-line react-hooks/exhaustive-deps
  useEffect(() => subscribe({ formState: { values: true }, callback: keep }), []);

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
    part.kind !== 'field' || part.visible === null || evaluated.row?.[part.visible.key] !== 0;
  /** Whether a column's field is on the form now: what is wrong elsewhere can only be told at its foot. */
  const isOnForm = (columnId: string) =>
    form.parts.some((part) => part.kind === 'field' && part.column.id === columnId && isSeen(part));

  // A hand scanner fills the field of the code, whatever has focus.
  const code = table.columns.find((column) => column.kind === 'barcode' && isOnForm(column.id));
  useScans(
    code?.kind === 'barcode'
      ? (scanned) => setValue(code.id, inSymbology(code.symbology, scanned), { shouldDirty: true })
      : null,
  );

  const saving = useFormSaving({
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
  return {
    ...saving,
    hook,
    lines,
    evaluated,
    stored,
    isSeen,
    hasChanged,
    putLinesOf: (partId: string, next: Lines[string]) => {
      putLines({ ...latestLines.current, [partId]: next });
      keep();
    },
    /** Takes a kept draft away again. */
    discard: () => {
      draft.forget();
      putLines(startLines);
      reset(start);
    },
  };
}

/** The lines of a form; the latest can be asked for between two renderings. */
function useFormLines(start: Lines) {
  const [lines, setLines] = useState(start);
  const latestLines = useRef(lines);
  latestLines.current = lines;
  const putLines = (next: Lines) => {
    latestLines.current = next;
    setLines(next);
  };
  return { lines, latestLines, putLines };
}

const differs = (typed: Typed, start: Typed, lines: Lines, startLines: Lines): boolean =>
  Object.keys(start).some((id) => (typed[id] ?? '') !== start[id]) ||
  JSON.stringify(typedLines(lines)) !== JSON.stringify(typedLines(startLines));
