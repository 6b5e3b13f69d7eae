import type { ReactNode } from 'react';
import { type Kit, type KitNotice, KitNoticeProvider, KitProvider, KitStackProvider, type Place } from './context';
import { LookProvider, useLookOf } from './theme';

/** What the kit's components stand in. The parts are apart, so that each changes without drawing the others anew. */
export function KitShell({ kit, stack, notice, children }: { kit: Kit; stack: readonly Place[]; notice: KitNotice | null; children: ReactNode }) {
  return (
    <KitProvider value={kit}>
      <LookProvider value={useLookOf(kit)}>
        <KitStackProvider value={stack}>
          <KitNoticeProvider value={notice}>{children}</KitNoticeProvider>
        </KitStackProvider>
      </LookProvider>
    </KitProvider>
  );
}
