import { useEffect, useState } from 'react';
import type { Definition } from '@/core/model';
import { describeProblem, toProblem } from '@/core/problem';
import { type ProjectIndex, type ProjectReader, readProject } from '@/worker';
import { worker } from '../client';
import { useApp } from '../useApp';

type Reading = { kind: 'opening' } | { kind: 'open'; index: ProjectIndex } | { kind: 'failed'; what: string };

/** From one file to the next the place is drawn anew: what is open outlasts that. */
const LINGER_MS = 5000;

interface Shared {
  definition: Definition;
  reader: ProjectReader;
  users: number;
  closing: ReturnType<typeof setTimeout> | undefined;
}

let shared: Shared | null = null;

/** The project of an app as it is now: one at a time, made anew when the app has changed. */
function borrow(appId: string, definition: Definition): Shared {
  if (shared?.definition !== definition) {
    clearTimeout(shared?.closing);
    shared?.reader.close();
    shared = { definition, reader: readProject(worker().api.exportApp(appId)), users: 0, closing: undefined };
  }
  clearTimeout(shared.closing);
  shared.users++;
  return shared;
}

function giveBack(one: Shared): void {
  one.users--;
  if (one.users > 0) return;
  one.closing = setTimeout(() => {
    one.reader.close();
    if (shared === one) shared = null;
  }, LINGER_MS);
}

const failed = (error: unknown): { kind: 'failed'; what: string } => ({
  kind: 'failed',
  what: describeProblem(toProblem(error)).what,
});

export function useProject(): { reading: Reading; reader: ProjectReader | null } {
  const { appId, state } = useApp();
  const { definition } = state;
  const [reading, setReading] = useState<Reading>({ kind: 'opening' });
  const [reader, setReader] = useState<ProjectReader | null>(null);
  useEffect(() => {
    let isOver = false;
    const one = borrow(appId, definition);
    one.reader.index.then(
      (index) => {
        if (isOver) return;
        setReading({ kind: 'open', index });
        setReader(one.reader);
      },
      (error: unknown) => isOver || setReading(failed(error)),
    );
    return () => {
      isOver = true;
      giveBack(one);
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
      (text) => isOver || setRead({ path, text: text ?? 'There is no such file in the project.' }),
      (error: unknown) => isOver || setRead({ path, text: failed(error).what }),
    );
    return () => {
      isOver = true;
    };
  }, [reader, path]);
  return read?.path === path ? read : null;
}
