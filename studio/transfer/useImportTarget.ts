import { useState } from 'react';
import type { Definition, Table } from '@/core/model';
import { physicalPlan } from '@/core/plan';
import { type MergeDraft, mergeSettings, mergeStart } from '@/core/transfer';
import type { AppSummary, IncomingFile } from '@/worker';
import { type ImportReport, useRunning, useSheets } from './useImport';

export const NEW_TABLE = 'new';

/** Where the rows of a file go: into an app of their own, into tables of their own, or into one that is there. */
export function useImportTarget(file: IncomingFile, into: { appId: string; definition: Definition } | null) {
  const { sheets, change } = useSheets(file);
  const { run, progress, problem } = useRunning();
  const [at, setAt] = useState(0);
  const [target, setTarget] = useState(NEW_TABLE);
  const [merge, setMerge] = useState<MergeDraft | null>(null);
  const [done, setDone] = useState<{ report: ImportReport; app?: AppSummary } | null>(null);
  const sheet = sheets[at];
  const there = into ? physicalPlan(into.definition).tables : [];
  const table = there.find(({ id }) => id === target);
  const set = (settings: Parameters<typeof change>[1]) => void change(at, settings);

  /** The sheet is read by what its columns go into. */
  const map = (next: Table, draft: MergeDraft) => {
    setMerge(draft);
    if (sheet) set(mergeSettings(next, sheet.settings, draft.mapping, sheet.columns.length));
  };
  const choose = (tableId: string) => {
    setTarget(tableId);
    const next = there.find(({ id }) => id === tableId);
    if (next && sheet) map(next, mergeStart(next, sheet));
    else if (sheet) set({ ...sheet.settings, columns: {} });
    if (!next) setMerge(null);
  };
  const start = async (name: string) => {
    const settings = sheets.map((each) => each.settings);
    if (!into) {
      const made = await run((api) => api.importAsApp(name, settings));
      if (made) setDone(made);
      return;
    }
    const report = await run((api) =>
      table && merge && sheet
        ? api.importRows(into.appId, at, { ...merge, settings: sheet.settings, tableId: table.id })
        : api.importTables(into.appId, settings),
    );
    if (report) setDone({ report });
  };
  const showSheet = (index: number) => {
    choose(NEW_TABLE);
    setAt(index);
  };
  return {
    sheets,
    sheet,
    at,
    showSheet,
    set,
    there,
    table,
    target,
    choose,
    merge,
    map,
    start,
    done,
    progress,
    problem,
  };
}

export type ImportTarget = ReturnType<typeof useImportTarget>;
