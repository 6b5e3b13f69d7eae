import { useEffect, useState } from 'react';
import { describeProblem, toProblem } from '@/core/problem';
import { type ProjectIndex, type ProjectReader, readProject } from '@/worker';
import { worker } from '../client';
import { useApp } from '../useApp';

type Reading = { kind: 'opening' } | { kind: 'open'; index: ProjectIndex } | { kind: 'failed'; what: string };

const failed = (error: unknown): { kind: 'failed'; what: string } => ({
  kind: 'failed',
  what: describeProblem(toProblem(error)).what,
});

/** The project of the app as it is now; made anew when the app changes. */
export function useProject(): { reading: Reading; reader: ProjectReader | null } {
  const { appId, state } = useApp();
  const { definition } = state;
  const [reading, setReading] = useState<Reading>({ kind: 'opening' });
  const [reader, setReader] = useState<ProjectReader | null>(null);
  useEffect(() => {
    let isOver = false;
    const opened = readProject(worker().api.exportApp(appId));
    opened.index.then(
      (index) => {
        if (isOver) return;
        setReading({ kind: 'open', index });
        setReader(opened);
      },
      (error: unknown) => isOver || setReading(failed(error)),
    );
    return () => {
      isOver = true;
      opened.close();
    };
  }, [appId, definition]);
  return { reading, reader };
}

/** The text of one of its files; null while it is laid out, or where there is none. */
export function useText(reader: ProjectReader | null, path: string | null): { path: string; text: string } | null {
  const [read, setRead] = useState<{ path: string; text: string } | null>(null);
  useEffect(() => {
    if (!reader || path === null) return;
    let isOver = false;
    reader.text(path).then(
      (text) => isOver || setRead(text === null ? null : { path, text }),
      (error: unknown) => isOver || setRead({ path, text: failed(error).what }),
    );
    return () => {
      isOver = true;
    };
  }, [reader, path]);
  return read?.path === path ? read : null;
}
