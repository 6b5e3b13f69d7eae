import { useMemo } from 'react';
import { View } from 'react-native';
import type { Kit, Place } from '../base/context';
import { KitShell } from './KitShell';
import type { Notices } from './notices';
import { ScreenAt } from './ScreenAt';
import { OnTopContext } from '../scanning/scans';
import { appTheme, useLook } from '../base/theme';

const NONE: Notices = [];

/** One screen by itself, as a picture of it: whoever shows it keeps presses away. */
export function StillScreen({ kit, place }: { kit: Kit; place: Place }) {
  const stack = useMemo(() => [place], [place]);
  return (
    <KitShell kit={kit} stack={stack} notices={NONE}>
      <OnTopContext.Provider value={false}>
        <Themed place={place} theme={kit.app.theme} />
      </OnTopContext.Provider>
    </KitShell>
  );
}

function Themed({ place, theme }: { place: Place; theme: Kit['app']['theme'] }) {
  const { isDark } = useLook();
  return (
    <View style={[{ flex: 1 }, appTheme(theme, isDark)]}>
      <ScreenAt place={place} />
    </View>
  );
}
