import type { ReactNode } from 'react';
import { type Kit, KitNoticesProvider, KitProvider, KitStackProvider, type Place } from '../base/context';
import type { Notices } from './notices';
import { LookProvider, useLookOf } from '../base/theme';

/** What the kit's components stand in. The parts are apart, so that each changes without drawing the others anew. */
export function KitShell({
  kit,
  stack,
  notices,
  children,
}: {
  kit: Kit;
  stack: readonly Place[];
  notices: Notices;
  children: ReactNode;
}) {
  return (
    <KitProvider value={kit}>
      <LookProvider value={useLookOf(kit)}>
        <KitStackProvider value={stack}>
          <KitNoticesProvider value={notices}>{children}</KitNoticesProvider>
        </KitStackProvider>
      </LookProvider>
    </KitProvider>
  );
}
