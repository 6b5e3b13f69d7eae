import { clip, type ClipItem, printClipping } from '@/core/clip';
import type { Definition } from '@/core/model';
import type { Address } from '../address';
import { say } from '../Toasts';
import { itemAt } from './itemAt';
import { useClip } from './useClip';

/** Puts something of an app on the system's clipboard. */
export async function copyItem(app: Definition, item: ClipItem): Promise<void> {
  const clipping = clip(app, item);
  if (!clipping) return say({ text: 'What was to be copied is no longer there.', tone: 'problem' });
  const held = printClipping(clipping);
  useClip.setState({ held });
  const isOut = await navigator.clipboard?.writeText(held).then(
    () => true,
    () => false,
  );
  const where = isOut ? 'in this app or another' : 'while this page stays open';
  say({ text: `Copied ${clipping.what}. It can be pasted ${where}.`, tone: 'done' });
}

/** Copies what is open. */
export function copyOpen(app: Definition, address: Address): void {
  const item = itemAt(app, address);
  if (item) void copyItem(app, item);
  else say({ text: 'Open a table, a column, a screen, a query or a routine to copy it.', tone: 'problem' });
}
