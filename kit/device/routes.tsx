import { Redirect, Stack, useIsFocused, useLocalSearchParams } from 'expo-router';
import { createContext, type ReactNode, useCallback, useContext, useMemo } from 'react';
import type { CompiledScreen } from '@/core/compiled';
import { PhoneFrame, PlaceLayer } from '../app/PhoneApp';
import { SignInScreen } from '../app/SignInScreen';
import { useProfiles } from '../app/useProfiles';
import type { Way } from '../app/way';
import { type Place, useKit } from '../base/context';
import { placeAt, screenAt, type ScreenPaths } from './screenPaths';
import type { Amongst } from './useRouterNavigation';

/** What the routes of an app know of one another. */
export interface Routes {
  paths: ScreenPaths;
  among: Amongst;
  /** Told of the places from the start to the one on top, whenever they change. */
  follow: (way: Way) => void;
}

export const RoutesContext = createContext<Routes>({ paths: {}, among: new Map(), follow: () => undefined });

interface StackState {
  data: { state?: { routes: readonly { name: string; params?: object }[] } };
}

/** The screens one upon another, in what stands around all of them: tabs or the menu, notices, routines that ask. */
export function FrameRoute(): ReactNode {
  const { app } = useKit();
  const { paths, follow } = useContext(RoutesContext);
  const tell = useCallback(
    (event: StackState) => {
      const places = (event.data.state?.routes ?? []).map(({ name, params }) =>
        placeAt(screenAt(paths, name) ?? app.startId, (params ?? {}) as Record<string, string>),
      );
      if (places.length > 0) follow(places);
    },
    [app.startId, paths, follow],
  );
  return (
    <PhoneFrame>
      <Stack screenOptions={{ headerShown: false }} screenListeners={{ state: tell }} />
    </PhoneFrame>
  );
}

/** A screen at its route: what is in the address says for which record. */
export function ScreenRoute({ screen }: { screen: CompiledScreen }): ReactNode {
  const params = useLocalSearchParams<Record<string, string>>();
  const { among } = useContext(RoutesContext);
  const onTop = useIsFocused();
  const asked = JSON.stringify(params);
  const place = useMemo<Place>(() => {
    const there = placeAt(screen.id, params);
    const known = among.get(`${screen.id} ${there.recordId ?? ''}`);
    return known ? { ...there, among: known } : there;
    // The parameters are another object at each drawing; what they say is not.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [screen.id, asked, among]);
  return <PlaceLayer place={place} onTop={onTop} />;
}

/** Where people sign in. Every other route asks for it where it stands: what was asked for is there afterwards. */
export function SignInRoute(): ReactNode {
  return useProfiles().isSignedOut ? (
    <PhoneFrame>
      <SignInScreen />
    </PhoneFrame>
  ) : (
    <Redirect href="/" />
  );
}
