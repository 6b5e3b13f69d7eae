import { useEffect, useState } from 'react';

/** Gives the focus back to where it was when something opened, once that is closed and nothing else has taken it. */
export function useFocusBack(): void {
  // As it is first drawn: a field in it may take the focus before any effect runs.
  const [before] = useState(() => document.activeElement);
  useEffect(
    () => () => {
      // What lay below can be reached again only after this turn.
      setTimeout(() => {
        const now = document.activeElement;
        if (before instanceof HTMLElement && before.isConnected && (!now || now === document.body)) before.focus();
      });
    },
    [before],
  );
}
