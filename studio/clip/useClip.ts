import { create } from 'zustand';

/** `text`: what is being pasted, null while nothing is. `held`: what was copied last on this page. */
export const useClip = create<{ text: string | null; held: string }>(() => ({ text: null, held: '' }));

/** Pastes what the system's clipboard holds; where that cannot be had, what was copied last on this page. */
export async function pasteHeld(): Promise<void> {
  const { held } = useClip.getState();
  const text = await navigator.clipboard?.readText().catch(() => held);
  useClip.setState({ text: text || held });
}

/** Whether a text begins as something that was copied here does. */
export const isClipping = (text: string): boolean => text.includes('"fern-shelf-clipping"');
