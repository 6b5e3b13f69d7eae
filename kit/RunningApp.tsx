import type { Kit, KitNotice, Place } from './context';
import { KitShell } from './KitShell';
import { PhoneApp } from './PhoneApp';

/** The phone app with all that it needs from where it runs. */
export function RunningApp({ kit, stack, notice }: { kit: Kit; stack: readonly Place[]; notice: KitNotice | null }) {
  return (
    <KitShell kit={kit} stack={stack} notice={notice}>
      <PhoneApp />
    </KitShell>
  );
}
