import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { z } from 'zod';
import { type Linked, useKit } from '../base/context';

const PAUSE_MS = 300;
const Kept = z.object({
  typed: z.record(z.string(), z.string()),
  lines: z.record(
    z.string(),
    z.array(z.object({ id: z.number().nullable(), texts: z.record(z.string(), z.string()) })),
  ),
});
type Kept = z.infer<typeof Kept>;

/** What was typed in a form and not saved, kept on the phone. */
export interface Draft {
  isReady: boolean;
  kept: Kept | null;
  keep(typed: Kept): void;
  forget(): void;
}

export function useDraft(screenId: string, recordId: number | undefined, linked: Linked | undefined): Draft {
  const { app, keep: store, people } = useKit();
  const key = [
    'draft',
    app.id,
    people.current ?? 'nobody',
    screenId,
    recordId ?? 'new',
    linked ? `${linked.columnId}.${linked.recordId}` : '',
  ].join('/');
  const [read, setRead] = useState<{ key: string; kept: Kept | null } | null>(null);
  useEffect(() => {
    let isHere = true;
    void store.read(key).then(
      (text) => isHere && setRead({ key, kept: parsed(text) }),
      () => isHere && setRead({ key, kept: null }),
    );
    return () => {
      isHere = false;
    };
  }, [store, key]);

  const waiting = useRef<{ timer: ReturnType<typeof setTimeout>; text: string } | null>(null);
  const flush = useCallback(() => {
    if (!waiting.current) return;
    clearTimeout(waiting.current.timer);
    void store.write(key, waiting.current.text).catch(() => undefined);
    waiting.current = null;
  }, [store, key]);
  // On leaving, what was typed last is kept too.
  useEffect(() => flush, [flush]);
  const keep = useCallback(
    (typed: Kept) => {
      if (waiting.current) clearTimeout(waiting.current.timer);
      waiting.current = { text: JSON.stringify(typed), timer: setTimeout(flush, PAUSE_MS) };
    },
    [flush],
  );
  const forget = useCallback(() => {
    if (waiting.current) clearTimeout(waiting.current.timer);
    waiting.current = null;
    setRead((now) => now && { ...now, kept: null });
    void store.write(key, null).catch(() => undefined);
  }, [store, key]);
  const isReady = read?.key === key;
  const kept = isReady ? (read?.kept ?? null) : null;
  return useMemo(() => ({ isReady, kept, keep, forget }), [isReady, kept, keep, forget]);
}

function parsed(text: string | null): Kept | null {
  if (text === null) return null;
  try {
    return Kept.parse(JSON.parse(text));
  } catch {
    return null;
  }
}
