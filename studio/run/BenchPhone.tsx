import { useContext, useEffect, useRef } from 'react';
import { View } from 'react-native';
import { RunningApp, warmCues } from '@/kit';
import { Button, Text, useWide } from '@/ui';
import { useBench } from '../client';
import { openAddress, useAddress } from '../address';
import { AppProvider } from '../AppProvider';
import { usePicking } from '../screens/view';
import { PhoneAppContext, useApp } from '../useApp';
import { useBenchSettings, useKitForStudio, useWayForStudio } from './useKitForStudio';

/** Letters on the frame of the phone, by day and by night. */
const ON_BARK = '#dfe9dc';

/** The running app, as large as what it stands in. */
export function BenchPhone() {
  const now = useContext(PhoneAppContext);
  return (
    now && (
      <AppProvider of={now}>
        <Phone />
      </AppProvider>
    )
  );
}

function Phone() {
  const { appId } = useApp();
  const kit = useKitForStudio();
  const way = useWayForStudio();
  const notices = useBench((bench) => bench.notices);
  useBenchSettings(appId);
  useEffect(warmCues, []);
  const frame = usePickedParts(way.at(-1)?.screenId ?? '');
  const { picking } = usePicking();
  return (
    <View role="region" aria-label="Bench phone" className="phone-frame flex-1 overflow-hidden">
      {picking ? (
        <View className="flex-row items-center gap-2 bg-bark py-1 pl-4 pr-1">
          <Text look="soft" className="flex-1" style={{ color: ON_BARK }} role="status">
            Press what you want to change.
          </Text>
          <Button label="Stop choosing" onPress={() => usePicking.setState({ picking: false })} />
        </View>
      ) : null}
      <div
        ref={frame}
        className={picking ? 'phone-picking' : undefined}
        style={{ display: 'flex', flex: 1, minHeight: 0 }}
      >
        <OpenPartMark />
        <RunningApp kit={kit} stack={way} notices={notices} />
      </div>
    </View>
  );
}

/** An outline in the phone about the part whose editor is open. A rule of CSS: it finds the part whenever it is drawn. */
function OpenPartMark() {
  const { room, part } = useAddress();
  const wide = useWide();
  if (!wide || room !== 'screens' || part?.kind !== 'parts' || !/^[\w-]+$/.test(part.id)) return null;
  return (
    <style>{`.phone-frame [data-part="${part.id}"] { outline: 2px solid rgb(var(--app-accent)); outline-offset: 1px; }`}</style>
  );
}

/** While parts are being chosen, a press in the phone opens what is pressed in its editor and does nothing else. */
function usePickedParts(screenId: string) {
  const { appId } = useApp();
  const frame = useRef<HTMLDivElement>(null);
  const { picking } = usePicking();
  useEffect(() => {
    const element = frame.current;
    if (!picking || !element) return;
    const swallow = (event: Event) => {
      event.preventDefault();
      event.stopPropagation();
    };
    const choose = (event: Event) => {
      swallow(event);
      const part = (event.target as HTMLElement).closest<HTMLElement>('[data-part]');
      usePicking.setState({ picking: false });
      const id = part?.dataset.part;
      openAddress(appId, { room: 'screens', id: screenId, ...(id ? { part: { kind: 'parts', id } } : {}) });
    };
    const kept = ['pointerdown', 'pointerup', 'mousedown', 'mouseup', 'touchstart', 'touchend'] as const;
    kept.forEach((type) => element.addEventListener(type, swallow, { capture: true }));
    element.addEventListener('click', choose, { capture: true });
    return () => {
      kept.forEach((type) => element.removeEventListener(type, swallow, { capture: true }));
      element.removeEventListener('click', choose, { capture: true });
    };
  }, [picking, screenId, appId]);
  return frame;
}
