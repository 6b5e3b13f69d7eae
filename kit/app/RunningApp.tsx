import type { Kit, Place } from '../base/context';
import type { Notices } from './notices';
import { KitShell } from './KitShell';
import { PhoneApp } from './PhoneApp';

/** The phone app with all that it needs from where it runs. */
export function RunningApp({ kit, stack, notices }: { kit: Kit; stack: readonly Place[]; notices: Notices }) {
  return (
    <KitShell kit={kit} stack={stack} notices={notices}>
      <PhoneApp />
    </KitShell>
  );
}
