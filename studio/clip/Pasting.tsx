import { useEffect, useState } from 'react';
import { type Clipping, coming, parseClipping, paste, type Paste } from '@/core/clip';
import type { Definition } from '@/core/model';
import { screensOf } from '@/core/plan';
import { useAddress, useOpen } from '../address';
import { newId } from '../newId';
import { useApp } from '../useApp';
import { useSayDone } from '../useSayDone';
import { useEdit } from '../useEdit';
import { addressOfPasted } from './addressOfPasted';
import { PasteSheet } from './PasteSheet';
import { useClip } from './useClip';

/** What was copied comes into the app that is open: at once where nothing is to be chosen. */
export function Pasting({ text }: { text: string }) {
  const { state } = useApp();
  const { definition } = state;
  const { room, id } = useAddress();
  const { open } = useOpen();
  const edit = useEdit();
  const sayDone = useSayDone();
  const close = () => useClip.setState({ text: null });
  const put = (clipping: Clipping, pasted: Paste, into: string | null) =>
    edit.mutate(
      { edit: pasted.edit },
      {
        onSuccess: (kept) => {
          close();
          open(addressOfPasted(clipping, pasted, into));
          sayDone(`Pasted ${clipping.what}.`, kept);
        },
      },
    );
  const at = room === 'tables' || room === 'screens' ? id : undefined;
  const [direct] = useState(() => directPaste(definition, text, at));
  useEffect(() => {
    if (direct) put(direct.clipping, direct.pasted, direct.into);
    // Once: it stands under a key of its own for each thing that is pasted.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  return direct && !edit.isError ? null : (
    <PasteSheet text={text} app={definition} at={at} busy={edit.isPending} onPaste={put} onClose={close} />
  );
}

/** What is pasted where nothing is to be chosen: all that it needs is here, and so is the place that it goes to. */
function directPaste(
  app: Definition,
  text: string,
  at: string | undefined,
): { clipping: Clipping; pasted: Paste; into: string | null } | null {
  try {
    const clipping = parseClipping(text);
    if (!clipping) return null;
    const { item, definition } = clipping;
    const screenAt = screensOf(app).list.find(({ id }) => id === at);
    const from = item.kind === 'parts' ? definition.screens?.list.find(({ id }) => id === item.screenId) : undefined;
    const fits = item.kind === 'columns' ? app.tables.some(({ id }) => id === at) : screenAt?.kind === from?.kind;
    const goesInto = item.kind === 'columns' || item.kind === 'parts';
    if (goesInto && (!fits || at === undefined)) return null;
    const into = goesInto ? (at ?? null) : null;
    const { needs, columns } = coming(app, clipping, {}, into);
    const own = item.kind === 'columns' ? item.ids.length : 0;
    const isAllHere = needs.every(({ choice }) => typeof choice === 'object');
    if (!isAllHere || columns.flatMap(({ names }) => names).length !== own) return null;
    return { clipping, pasted: paste(app, clipping, newId, {}, into), into };
  } catch {
    // The sheet says why.
    return null;
  }
}
