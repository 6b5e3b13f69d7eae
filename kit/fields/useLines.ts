import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { type Kit, tableOf, useKit } from '../base/context';
import { initialValue, inputText, paramOf, parseInput, scalarOf } from '@/core/column';
import type { CompiledApp, CompiledForm, WriteRequest } from '@/core/compiled';
import type { Row } from '@/core/driver';
import type { RecordValues } from '@/core/model';

/** One record that is edited with another: its id, or null for a new one, and what is typed, by column id. */
export interface TypedLine {
  id: number | null;
  texts: Record<string, string>;
  /** What it holds in the database: what is not touched stays as it is there. */
  stored?: RecordValues;
}

/** The lines of a form, by the id of their part. */
export type Lines = Record<string, TypedLine[]>;

export type LinesPart = Extract<CompiledForm['parts'][number], { kind: 'lines' }>;

/** The lines as they are typed, without what stands in the database. */
export const typedLines = (lines: Lines): Lines =>
  Object.fromEntries(Object.entries(lines).map(([part, each]) => [part, each.map(({ id, texts }) => ({ id, texts }))]));

export const linesParts = (form: CompiledForm): LinesPart[] => form.parts.filter((part) => part.kind === 'lines');

/** The lines that a record has, all their values as typed; null until they are read. */
export function useLines(form: CompiledForm, recordId: number | undefined): Lines | null {
  const { app, database, settings } = useKit();
  const parts = linesParts(form);
  const isRead = parts.length > 0 && recordId !== undefined;
  const { data } = useQuery({
    queryKey: ['lines', ...database.scope, recordId ?? 0, parts.map(({ statement }) => statement.sql)],
    queryFn: () =>
      Promise.all(parts.map(({ statement }) => database.read({ ...statement, params: { id: recordId ?? 0 } }))),
    enabled: isRead,
    networkMode: 'always',
    gcTime: 0,
    staleTime: 0,
  });
  // As they were when the form opened: what is typed is not overrun by what comes later.
  const [first, setFirst] = useState<Lines | null>(isRead ? null : {});
  useEffect(() => {
    if (!data || first) return;
    const typed = (part: LinesPart, row: Row): TypedLine => ({
      id: Number(row.id),
      texts: Object.fromEntries(
        (tableOf(app, part.tableId)?.columns ?? []).map((column) => [
          column.id,
          inputText(column, scalarOf(row[column.identifier]), settings),
        ]),
      ),
      stored: Object.fromEntries(
        (tableOf(app, part.tableId)?.columns ?? []).map((column) => [column.id, scalarOf(row[column.identifier])]),
      ),
    });
    setFirst(
      Object.fromEntries(
        parts.map((part, index) => [part.id, (data[index]?.rows ?? []).map((row) => typed(part, row))]),
      ),
    );
  }, [data, first, parts, app, settings]);
  return first;
}

/** A new line as it begins. */
export function blankLine(part: LinesPart, app: CompiledApp, settings: Kit['settings']): TypedLine {
  return {
    id: null,
    texts: Object.fromEntries(
      (tableOf(app, part.tableId)?.columns ?? []).map((column) => [
        column.id,
        inputText(column, initialValue(column, settings.today), settings),
      ]),
    ),
  };
}

/**
 * What saving the lines takes: those gone are deleted, changed ones updated, new ones made; or the first thing typed
 * that cannot be stored.
 */
export function lineWrites(
  form: CompiledForm,
  app: CompiledApp,
  lines: Lines,
  before: Lines,
  recordId: number | undefined,
  settings: Kit['settings'],
): { writes: WriteRequest['statements'] } | { title: string; reason: string } {
  const writes: WriteRequest['statements'] = [];
  for (const part of linesParts(form)) {
    const table = tableOf(app, part.tableId);
    if (!table) continue;
    const { statements, identifier } = table;
    const [now, old] = [lines[part.id] ?? [], before[part.id] ?? []];
    for (const { id } of old)
      if (!now.some((line) => line.id === id))
        writes.push({ ...statements.remove, params: { id }, table: identifier, mustChange: true });
    for (const [index, line] of now.entries()) {
      const was = old.find(({ id }) => id !== null && id === line.id);
      const isTouched = (id: string) => was?.texts[id] !== line.texts[id];
      if (was && !table.columns.some(({ id }) => isTouched(id))) continue;
      const values: RecordValues = {};
      for (const column of table.columns) {
        if (column.id === part.column.id) continue;
        if (was?.stored && !isTouched(column.id)) {
          values[column.id] = was.stored[column.id] ?? null;
          continue;
        }
        const read = parseInput(column, line.texts[column.id] ?? '', settings);
        if (!read.ok) return { title: `${part.title}, line ${index + 1}`, reason: read.reason };
        values[column.id] = read.value;
      }
      const params = Object.fromEntries(
        table.columns.map((column) => [column.identifier, paramOf(column, values[column.id] ?? null)]),
      );
      const link = part.column.identifier;
      if (line.id !== null)
        writes.push({
          ...statements.update,
          params: { ...params, [link]: recordId ?? null, id: line.id },
          table: identifier,
          mustChange: true,
        });
      else if (recordId !== undefined)
        writes.push({
          ...statements.insert,
          params: { ...params, [link]: recordId },
          table: identifier,
          mustChange: true,
        });
      else writes.push({ ...statements.insert, params, table: identifier, mustChange: true, ofFirst: link });
    }
  }
  return { writes };
}
