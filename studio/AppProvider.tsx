import type { ReactNode } from 'react';
import { type AppOfGeneration, CurrentAppContext, GenerationContext } from './useApp';

/** What stands in it works on this app. */
export function AppProvider({ of: { app, generation }, children }: { of: AppOfGeneration; children: ReactNode }) {
  return (
    <CurrentAppContext.Provider value={app}>
      <GenerationContext.Provider value={generation}>{children}</GenerationContext.Provider>
    </CurrentAppContext.Provider>
  );
}
