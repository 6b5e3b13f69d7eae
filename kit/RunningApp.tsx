import type { Kit, KitNotice, Place } from './context';
import { KitNoticeProvider, KitProvider, KitStackProvider } from './context';
import { PhoneApp } from './PhoneApp';

/** The phone app with all that it needs from where it runs. The parts are apart, so that each changes without drawing the others anew. */
export function RunningApp({ kit, stack, notice }: { kit: Kit; stack: readonly Place[]; notice: KitNotice | null }) {
  return (
    <KitProvider value={kit}>
      <KitStackProvider value={stack}>
        <KitNoticeProvider value={notice}>
          <PhoneApp />
        </KitNoticeProvider>
      </KitStackProvider>
    </KitProvider>
  );
}
