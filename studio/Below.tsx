import { type ReactNode, startTransition, useEffect, useState } from 'react';
import { afterPaint } from './afterPaint';

/** What lies further down in an editor: made when what is above it has been drawn, so that going there is quick. */
export function Below({ children }: { children: ReactNode }) {
  const [isTime, setTime] = useState(false);
  useEffect(() => afterPaint(() => startTransition(() => setTime(true))), []);
  return isTime ? children : null;
}
