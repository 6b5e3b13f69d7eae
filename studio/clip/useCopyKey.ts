import { useLayoutEffect } from 'react';
import { isTyping } from '../isTyping';

/** The browser's own way to copy, where no text is chosen and nothing is typed: then what is open is meant. */
export function useCopyKey(copy: () => void): void {
  useLayoutEffect(() => {
    const hear = (event: ClipboardEvent) => {
      if (event.defaultPrevented || isTyping(event.target) || !(getSelection()?.isCollapsed ?? true)) return;
      event.preventDefault();
      copy();
    };
    document.addEventListener('copy', hear);
    return () => document.removeEventListener('copy', hear);
  }, [copy]);
}
