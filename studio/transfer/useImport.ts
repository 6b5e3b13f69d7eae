import { useCallback, useEffect, useRef, useState } from 'react';
import { describeProblem, ProblemError, toProblem } from '@/core/problem';
import type { ImportReport, SheetPreview, SheetSettings } from '@/core/transfer';
import type { IncomingFile, ReadingOptions, WorkerApi } from '@/worker';
import { worker } from '../client';
import { chooseFile } from '../files';
import { askToKeepOnce } from '../keepStorage';
import { sayProblem } from '../Toasts';

/** What is read at all. */
export const MOST_BYTES = 400_000_000;

const FILE_TYPES = ['.csv', '.tsv', '.txt', '.json', '.jsonl', '.ndjson', '.sqlite', '.sqlite3', '.db', '.sql'];

/** A file that was chosen, as the worker read it, and the way to have it read otherwise. */
export interface ChosenFile {
  file: IncomingFile;
  again(asked: ReadingOptions): Promise<IncomingFile | null>;
}

/**
 * Lets the person choose a file and has the worker read it; null where they changed their mind, or it cannot be read.
 */
export async function chooseImport(): Promise<ChosenFile | null> {
  const file = await chooseFile([...FILE_TYPES, 'text/csv', 'application/json', 'application/vnd.sqlite3']);
  return file ? readImport(file) : null;
}

/** Has the worker read a file; null where it cannot be read, which is said. */
export async function readImport(file: File): Promise<ChosenFile | null> {
  try {
    if (file.size > MOST_BYTES)
      throw new ProblemError({ code: 'file-too-large', name: file.name, size: file.size, most: MOST_BYTES });
    const read = async (asked: ReadingOptions) =>
      worker().api.inspectFile(file.name, new Uint8Array(await file.arrayBuffer()), asked);
    return { file: await read({}), again: (asked) => read(asked).catch((error) => (sayProblem(error), null)) };
  } catch (error) {
    sayProblem(error);
    return null;
  }
}

export type Progress = { done: number; total: number };

/** An import that runs, can be stopped and tells how far it is. */
export function useRunning() {
  const [progress, setProgress] = useState<Progress | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(
    () =>
      worker().subscribe(
        (event) => event.kind === 'progress' && setProgress((now) => now && { done: event.done, total: event.total }),
      ),
    [],
  );
  const run = useCallback(async <T>(work: (api: WorkerApi) => Promise<T>): Promise<T | null> => {
    setProblem(null);
    setProgress({ done: 0, total: 0 });
    try {
      const result = await work(worker().api);
      void askToKeepOnce().catch(() => undefined);
      return result;
    } catch (error) {
      const { what, kept, todo } = describeProblem(toProblem(error));
      setProblem(`${what} ${kept} ${todo}`);
      return null;
    } finally {
      setProgress(null);
    }
  }, []);
  return { run, progress, problem };
}

/** The sheets of a file as they are to be read; each choice has the worker read its sheet anew. */
export function useSheets(file: IncomingFile) {
  const [sheets, setSheets] = useState<SheetPreview[]>(file.sheets);
  // Of each sheet the last choice counts, in whatever order answers come.
  const latest = useRef<Record<number, number>>({});
  const change = useCallback(async (index: number, settings: SheetSettings) => {
    const asked = (latest.current[index] ?? 0) + 1;
    latest.current[index] = asked;
    const put = (preview: SheetPreview) => setSheets((now) => now.map((sheet, at) => (at === index ? preview : sheet)));
    // What was chosen shows at once; what it means for the cells comes with the answer.
    setSheets((now) => now.map((sheet, at) => (at === index ? { ...sheet, settings } : sheet)));
    try {
      const preview = await worker().api.readSheet(index, settings);
      if (asked === latest.current[index]) put(preview);
    } catch (error) {
      sayProblem(error);
    }
  }, []);
  return { sheets, change };
}

export type { ImportReport };
