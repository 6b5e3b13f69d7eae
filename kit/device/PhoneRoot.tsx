import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { Stack } from 'expo-router';
import { type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { KeyboardAvoidingView, Platform, View } from 'react-native';
import { GestureHandlerRootView } from 'react-native-gesture-handler';
import { useSafeAreaInsets } from 'react-native-safe-area-context';
import type { CompiledApp } from '@/core/compiled';
import { KitShell } from '../app/KitShell';
import { MendContext } from '../app/PartBoundary';
import type { Place } from '../base/context';
import { appTheme, useLookOf } from '../base/theme';
import { OpeningFailed } from './OpeningFailed';
import { openingFault, type Rescue } from './openingFault';
import { PhoneDriver } from './phoneDriver';
import { usePhoneKit } from './phoneKit';
import type { PhoneSqlite } from './phoneSqlite';
import { type Routes, RoutesContext } from './routes';
import type { ScreenPaths } from './screenPaths';
import { type Amongst, useRouterNavigation } from './useRouterNavigation';

interface PhoneRootProps {
  app: CompiledApp;
  paths: ScreenPaths;
  /** Opens the database; the first time it is made. */
  open: () => Promise<PhoneSqlite>;
  /** What can be done where it cannot be opened. */
  rescue: Rescue;
}

type Opening = { kind: 'opening' } | { kind: 'open'; driver: PhoneDriver } | { kind: 'failed'; what: string };

const client = new QueryClient({
  defaultOptions: {
    queries: { networkMode: 'always', refetchOnWindowFocus: false, retry: false },
    mutations: { networkMode: 'always', retry: false },
  },
});

/** The whole app: its database, and its routes with all that the kit's screens need. */
export function PhoneRoot({ app, paths, open, rescue }: PhoneRootProps) {
  const [opening, setOpening] = useState<Opening>({ kind: 'opening' });
  const begin = useCallback(() => {
    setOpening({ kind: 'opening' });
    open()
      .then((db) => new PhoneDriver(db))
      .then(
        (driver) => setOpening({ kind: 'open', driver }),
        (error: unknown) => setOpening({ kind: 'failed', what: openingFault(error) }),
      );
  }, [open]);
  useEffect(begin, [begin]);
  if (opening.kind === 'opening') return <View style={{ flex: 1 }} />;
  if (opening.kind === 'failed')
    return <OpeningFailed name={app.name} what={opening.what} onAgain={begin} rescue={rescue} />;
  return (
    <QueryClientProvider client={client}>
      <OpenedRoot app={app} paths={paths} driver={opening.driver} />
    </QueryClientProvider>
  );
}

function OpenedRoot({ app, paths, driver }: Pick<PhoneRootProps, 'app' | 'paths'> & { driver: PhoneDriver }) {
  const [way, setWay] = useState<readonly Place[]>([{ screenId: app.startId }]);
  const among = useRef<Amongst>(new Map()).current;
  const navigation = useRouterNavigation(app, paths, way, among);
  const { kit, notices } = usePhoneKit(app, driver, client, navigation);
  const { isDark } = useLookOf(kit);
  const routes = useMemo<Routes>(() => ({ paths, among, follow: setWay }), [paths, among]);
  return (
    <GestureHandlerRootView style={[{ flex: 1 }, appTheme(app.theme, isDark)]}>
      <Edges>
        <MendContext.Provider value="Go back, or tell whoever made this app.">
          <KitShell kit={kit} stack={way} notices={notices}>
            <RoutesContext.Provider value={routes}>
              <Stack screenOptions={{ headerShown: false }} />
            </RoutesContext.Provider>
          </KitShell>
        </MendContext.Provider>
      </Edges>
    </GestureHandlerRootView>
  );
}

/** Keeps clear of what a phone's screen has cut out of it, and of its keyboard. */
function Edges({ children }: { children: ReactNode }) {
  const { top, right, bottom, left } = useSafeAreaInsets();
  return (
    <KeyboardAvoidingView
      className="bg-app-ground"
      behavior={Platform.OS === 'ios' ? 'padding' : undefined}
      style={{ flex: 1, paddingTop: top, paddingRight: right, paddingBottom: bottom, paddingLeft: left }}
    >
      {children}
    </KeyboardAvoidingView>
  );
}
