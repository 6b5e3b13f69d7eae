import { useEffect, useRef } from 'react';
import { pauseAfter, QUIET, type WedgeOutcome, wedgeKey, wedgePause } from '@/core/scan';
import { useKit } from '../base/context';
import { hearScan, isHeard } from './scans';

/**
 * Hears the keys of the app's page, tells a hand scanner from a person, and gives what was typed back where it was a
 * person.
 */
export function ScanKeys() {
  const { settings } = useKit();
  const { scanLead, scanEnd, scanGap } = settings;
  const mark = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    const wedge = { lead: scanLead || null, end: scanEnd || null, gap: scanGap, least: 4 };
    const root = mark.current?.closest('.phone-frame') ?? document.body;
    let state = QUIET;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let before: Field | null = null;
    const take = ({ state: next, release, code, takeBack }: WedgeOutcome) => {
      state = next;
      if (code !== null && takeBack > 0) before?.restore();
      if (release !== '') typeAfterAll(release);
      if (code !== null) hearScan(code);
    };
    const onKey = (event: KeyboardEvent) => {
      if (givenBack.has(event) || !isHeard() || event.ctrlKey || event.metaKey || event.altKey || event.isComposing)
        return;
      const target = event.target as HTMLElement;
      if (target !== document.body && !root.contains(target)) return;
      clearTimeout(timer);
      const wasQuiet = state.passed === '' && state.held === '';
      const outcome = wedgeKey(
        state,
        { key: event.key, at: event.timeStamp, free: !isTextField(document.activeElement) },
        wedge,
      );
      if (outcome.handled) {
        event.preventDefault();
        event.stopPropagation();
      } else if (wasQuiet || outcome.state.passed !== '') before = fieldOf(document.activeElement);
      take(outcome);
      const wait = pauseAfter(state, wedge);
      if (wait !== null) timer = setTimeout(() => take(wedgePause(state, wedge)), wait);
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => {
      clearTimeout(timer);
      window.removeEventListener('keydown', onKey, { capture: true });
    };
  }, [scanLead, scanEnd, scanGap]);
  return <span ref={mark} hidden />;
}

/** Keys that were held and are pressed again, for whoever else listens to them. */
const givenBack = new WeakSet<Event>();

const isTextField = (element: Element | null): element is HTMLInputElement | HTMLTextAreaElement =>
  element instanceof HTMLInputElement ||
  element instanceof HTMLTextAreaElement ||
  (element instanceof HTMLElement && element.isContentEditable);

/** What a person typed, given to the field that has focus, or pressed again where there is none. */
function typeAfterAll(text: string): void {
  if (isTextField(document.activeElement)) return void document.execCommand('insertText', false, text);
  for (const key of text) {
    const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true });
    givenBack.add(event);
    (document.activeElement ?? document.body).dispatchEvent(event);
  }
}

/** A text field as it was before a key, to be put back. */
interface Field {
  restore(): void;
}

function fieldOf(element: Element | null): Field | null {
  if (!(element instanceof HTMLInputElement) && !(element instanceof HTMLTextAreaElement)) return null;
  const { value, selectionStart, selectionEnd } = element;
  return {
    restore: () => {
      if (element.value === value) return;
      // Set as the browser sets it, so that whoever holds the field's text hears of it.
      const prototype =
        element instanceof HTMLInputElement ? HTMLInputElement.prototype : HTMLTextAreaElement.prototype;
      Object.getOwnPropertyDescriptor(prototype, 'value')?.set?.call(element, value);
      element.dispatchEvent(new Event('input', { bubbles: true }));
      if (selectionStart !== null) element.setSelectionRange(selectionStart, selectionEnd);
    },
  };
}
