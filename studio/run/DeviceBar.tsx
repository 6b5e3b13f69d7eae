import { useQuery } from '@tanstack/react-query';
import ALargeSmall from 'lucide-react-native/icons/a-large-small';
import Languages from 'lucide-react-native/icons/languages';
import Moon from 'lucide-react-native/icons/moon';
import RotateCwSquare from 'lucide-react-native/icons/rotate-cw-square';
import Tablet from 'lucide-react-native/icons/tablet';
import UserRound from 'lucide-react-native/icons/user-round';
import type { ReactNode } from 'react';
import { View } from 'react-native';
import { NO_STATEMENT, SHOWN_NAME } from '@/core/compiled';
import { formatLocales } from '@/core/settings';
import { AT_START, rowsQuery } from '@/kit';
import { IconButton, MenuButton, type Tool, useWide } from '@/ui';
import { useBench } from '../client';
import { useApp } from '../useApp';
import { useDevice } from './device';
import { changeSettings, useKitForStudio } from './useKitForStudio';

/** What the running app is looked at with, each at a tap: another device, the dark, large text, a language, a person. */
export function DeviceBar({ children }: { children?: ReactNode }) {
  const { appId } = useApp();
  const wide = useWide();
  const { isTablet, isTurned } = useDevice();
  const settings = useBench((bench) => bench.settings);
  const isDark = settings.scheme === 'dark';
  const isLarge = settings.textSize === 'large';
  return (
    <View role="group" aria-label="How the app is looked at" className="flex-row flex-wrap items-center">
      {wide ? (
        <>
          <IconButton
            icon={RotateCwSquare}
            label={isTurned ? 'Turn it upright' : 'Turn it on its side'}
            pressed={isTurned}
            onPress={() => useDevice.setState({ isTurned: !isTurned })}
          />
          <IconButton
            icon={Tablet}
            label={isTablet ? 'As a phone' : 'As a tablet'}
            pressed={isTablet}
            onPress={() => useDevice.setState({ isTablet: !isTablet })}
          />
        </>
      ) : null}
      <IconButton
        icon={Moon}
        label={isDark ? 'In the app’s own colours' : 'In the dark'}
        pressed={isDark}
        onPress={() => changeSettings(appId, { ...settings, scheme: isDark ? 'app' : 'dark' })}
      />
      <IconButton
        icon={ALargeSmall}
        label={isLarge ? 'With text as usual' : 'With large text'}
        pressed={isLarge}
        onPress={() => changeSettings(appId, { ...settings, textSize: isLarge ? 'normal' : 'large' })}
      />
      <MenuButton
        icon={Languages}
        label="Language of formats"
        tools={formatLocales.map((locale) => ({
          label: languageName(locale),
          isOn: settings.locale === locale,
          onPress: () => changeSettings(appId, { ...settings, locale }),
        }))}
      />
      <PersonButton />
      {children}
    </View>
  );
}

const languageName = (locale: string): string =>
  new Intl.DisplayNames(['en'], { type: 'language' }).of(locale) ?? locale;

/** Who is signed in on the phone, chosen without asking for a PIN: the bench is the developer's. */
function PersonButton() {
  const kit = useKitForStudio();
  const person = useBench((bench) => bench.person);
  const { data } = useQuery({
    ...rowsQuery(kit.database, kit.app.people?.list ?? NO_STATEMENT),
    enabled: kit.app.people !== null,
  });
  if (!kit.app.people) return null;
  const signIn = (id: number | null) => useBench.setState({ person: id, way: AT_START, notices: [] });
  const everybody: Tool[] = (data?.rows ?? []).map((row) => ({
    label: String(row[SHOWN_NAME]),
    isOn: row.id === person,
    onPress: () => signIn(Number(row.id)),
  }));
  return (
    <MenuButton
      icon={UserRound}
      label="Who uses it"
      tools={[...everybody, { label: 'Nobody', isOn: person === null, onPress: () => signIn(null) }]}
    />
  );
}
