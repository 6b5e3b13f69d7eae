import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { Redirect, Stack, useIsFocused, useLocalSearchParams } from 'expo-router';
import { createContext, type ReactNode, useCallback, useContext, useEffect, useMemo, useRef, useState } from 'react';
import { KeyboardAvoidingView, Platform, View } from 'react-native';
import { GestureHandlerRootView } from 'react-native-gesture-handler';
import { useSafeAreaInsets } from 'react-native-safe-area-context';
import type { CompiledApp, CompiledScreen } from '@/core/compiled';
import { KitShell } from '../app/KitShell';
import { MendContext } from '../app/PartBoundary';
import { PhoneFrame, PlaceLayer } from '../app/PhoneApp';
import { SignInScreen } from '../app/SignInScreen';
import { useProfiles } from '../app/useProfiles';
import type { Place } from '../base/context';
import { appTheme, useLookOf } from '../base/theme';
import { OpeningFailed } from './OpeningFailed';
import { openingFault, type Rescue } from './openingFault';
import { PhoneDriver } from './phoneDriver';
import { usePhoneKit } from './phoneKit';
import type { PhoneSqlite } from './phoneSqlite';
import { placeAt, screenAt, type ScreenPaths } from './screenPaths';
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

const AmongContext = createContext<Amongst>(new Map());

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
  const follow = useCallback(
    (event: { data: { state?: { routes: readonly { name: string; params?: object }[] } } }) => {
      const places = (event.data.state?.routes ?? []).map(({ name, params }) =>
        placeAt(screenAt(paths, name) ?? app.startId, (params ?? {}) as Record<string, string>),
      );
      if (places.length > 0) setWay(places);
    },
    [app.startId, paths],
  );
  return (
    <GestureHandlerRootView style={[{ flex: 1 }, appTheme(app.theme, isDark)]}>
      <Edges>
        <MendContext.Provider value="Go back, or tell whoever made this app.">
          <KitShell kit={kit} stack={way} notices={notices}>
            <AmongContext.Provider value={among}>
              <PhoneFrame>
                <Stack screenOptions={{ headerShown: false }} screenListeners={{ state: follow }} />
              </PhoneFrame>
            </AmongContext.Provider>
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

/** A screen at its route: what is in the address says for which record. */
export function ScreenRoute({ screen }: { screen: CompiledScreen }): ReactNode {
  const params = useLocalSearchParams<Record<string, string>>();
  const amongst = useContext(AmongContext);
  const onTop = useIsFocused();
  const asked = JSON.stringify(params);
  const place = useMemo<Place>(() => {
    const there = placeAt(screen.id, params);
    const among = amongst.get(`${screen.id} ${there.recordId ?? ''}`);
    return among ? { ...there, among } : there;
    // The parameters are another object at each drawing; what they say is not.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [screen.id, asked, amongst]);
  return <PlaceLayer place={place} onTop={onTop} />;
}

/** Where people sign in. Every other route asks for it where it stands: what was asked for is there afterwards. */
export function SignInRoute(): ReactNode {
  return useProfiles().isSignedOut ? <SignInScreen /> : <Redirect href="/" />;
}
