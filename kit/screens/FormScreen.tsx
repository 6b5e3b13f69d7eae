import { useMemo } from 'react';
import { View } from 'react-native';
import { useQuery } from '@tanstack/react-query';
import { type Linked, useKit } from '../base/context';
import { Blank, TopBar } from '../base/parts';
import { rowsQuery } from '../data/rowsQuery';
import { useRecord } from '../data/useRows';
import { Form } from '../fields/Form';
import { useDraft } from '../fields/useDraft';
import { useLines } from '../fields/useLines';
import { initialValue, paramOf, scalarOf } from '@/core/column';
import { type CompiledForm, type CompiledScreenOf, type CompiledTable, NO_STATEMENT } from '@/core/compiled';
import type { Column, RecordValues } from '@/core/model';

interface FormScreenProps {
  screen: CompiledScreenOf<'form'>;
  table: CompiledTable;
  recordId?: number;
  linked?: Linked;
  /** What a new record begins with. */
  given?: RecordValues;
}

/** Nobody who is not signed in has values of their own. */
function asked(table: CompiledTable, person: number | null): CompiledTable {
  if (person !== null || !table.columns.some(({ perPerson }) => perPerson)) return table;
  return { ...table, columns: table.columns.filter(({ perPerson }) => !perPerson) };
}

/**
 * One form serves add and edit. It opens when all is there that it begins with: the record, its lines, a draft of
 * before.
 */
export function FormScreen({ screen, table: whole, recordId, linked, given }: FormScreenProps) {
  const { navigation, people } = useKit();
  const person = people.current;
  const table = useMemo(() => asked(whole, person), [whole, person]);
  const { form } = screen;
  const { record, gone } = useRecord(table, recordId);
  const lines = useLines(form, recordId);
  const draft = useDraft(screen.id, recordId, linked);
  const start = useStartValues(form, table, recordId === undefined);
  if (gone) {
    return (
      <View className="flex-1 bg-app-ground">
        <TopBar title={table.recordName} />
        <Blank
          text={`This ${table.recordName.toLowerCase()} is no longer there.`}
          action={{ label: 'Back', onPress: navigation.back }}
        />
      </View>
    );
  }
  const values =
    record && Object.fromEntries(table.columns.map(({ id, identifier }) => [id, scalarOf(record[identifier])]));
  if ((recordId !== undefined && !values) || !lines || !draft.isReady || !start)
    return <View className="flex-1 bg-app-ground" aria-busy />;
  const blank = { ...start, ...given, ...(linked ? { [linked.columnId]: linked.recordId } : {}) };
  return (
    <Form form={form} table={table} recordId={recordId} values={values} blank={blank} lines={lines} draft={draft} />
  );
}

/** What a new record begins with: the columns' defaults, over them what the form evaluates. Null until it is known. */
function useStartValues(form: CompiledForm, table: CompiledTable, adds: boolean): RecordValues | null {
  const { database, settings } = useKit();
  const { today } = settings;
  const defaults = useMemo(
    (): RecordValues =>
      Object.fromEntries(table.columns.map((column: Column) => [column.id, initialValue(column, today)])),
    [table, today],
  );
  const isReckoned = adds && form.start !== null;
  const params = {
    id: null,
    ...Object.fromEntries(
      table.columns.map((column) => [column.identifier, paramOf(column, defaults[column.id] ?? null)]),
    ),
  };
  const { data, error } = useQuery({
    ...rowsQuery(database, { ...(form.start ?? NO_STATEMENT), params }),
    enabled: isReckoned,
  });
  return useMemo(() => {
    if (!isReckoned || error) return defaults;
    const row = data?.rows[0];
    if (!row) return null;
    const evaluated = form.parts.flatMap((part) =>
      part.kind === 'field' && part.start !== null ? [[part.column.id, scalarOf(row[part.start.key])] as const] : [],
    );
    return { ...defaults, ...Object.fromEntries(evaluated) };
  }, [isReckoned, error, defaults, data, form]);
}
