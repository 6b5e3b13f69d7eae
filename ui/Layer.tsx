import { createContext, type ReactNode, useState } from 'react';

/** Where what opens over a sheet stands, so that it is a part of it; elsewhere the page itself. */
export const LayerContext = createContext<HTMLElement | null>(null);

/** Gives what opens over its children a place of its own among them. */
export function Layer({ children }: { children: ReactNode }) {
  const [layer, setLayer] = useState<HTMLElement | null>(null);
  return (
    <LayerContext.Provider value={layer}>
      {children}
      <div ref={setLayer} />
    </LayerContext.Provider>
  );
}
