import { memo, type ReactNode, useCallback, useEffect, useState } from 'react';
import { View } from 'react-native';
import { type Place, screenOf, useKit, useStack } from '../base/context';
import { OpenMenuContext } from '../base/parts';
import { appTheme, useLook } from '../base/theme';
import { WithRoutines } from '../routines/WithRoutines';
import { ActionSheet } from '../rows/ActionSheet';
import { ScanKeys } from '../scanning/ScanKeys';
import { OnTopContext } from '../scanning/scans';
import { FrameTabs, useFrameWays } from './FrameTabs';
import { NoticeBar } from './NoticeBar';
import { warmParts } from './parts';
import { ScreenAt } from './ScreenAt';
import { SignInScreen } from './SignInScreen';
import { useProfiles } from './useProfiles';
import type { CompiledApp } from '@/core/compiled';

/** The whole phone app: the screens from the start to where the person is, the last one on top. */
export const PhoneApp = memo(function PhoneApp() {
  const { app } = useKit();
  const { isDark } = useLook();
  const stack = useReachable();
  useEffect(warmParts, []);
  return (
    <View style={[{ flex: 1, colorScheme: isDark ? 'dark' : 'light' } as object, appTheme(app.theme, isDark)]}>
      <PhoneFrame>
        {stack.map((place, index) => (
          <Layer key={`${index} ${place.screenId} ${place.recordId ?? ''}`} onTop={index === stack.length - 1}>
            <PlaceOrSignIn place={place} isFirst={index === 0} />
          </Layer>
        ))}
      </PhoneFrame>
    </View>
  );
});

/** The places that a person may see: somebody who is not signed in sees who can, and may add themselves. */
function useReachable(): readonly Place[] {
  const { app } = useKit();
  const { isSignedOut } = useProfiles();
  const stack = useStack();
  return isSignedOut ? stack.filter((place, index) => index === 0 || isOwnForm(app, place)) : stack;
}

function isOwnForm(app: CompiledApp, { screenId, recordId }: Place): boolean {
  const screen = screenOf(app, screenId);
  return screen?.kind === 'form' && screen.tableId === app.people?.tableId && recordId === undefined;
}

function PlaceOrSignIn({ place, isFirst }: { place: Place; isFirst: boolean }) {
  const { isSignedOut } = useProfiles();
  return isSignedOut && isFirst ? <SignInScreen /> : <ScreenAt place={place} />;
}

/** What stands around every screen: the menu, the routines that ask, the scanner's keys, tabs and notices. */
export function PhoneFrame({ children }: { children: ReactNode }) {
  const { app } = useKit();
  const { isSignedOut } = useProfiles();
  const top = useReachable().at(-1);
  const tabs = app.frame?.kind === 'tabs' && !isSignedOut && screenOf(app, top?.screenId ?? '')?.kind !== 'form';
  return (
    <WithMenu>
      <WithRoutines>
        <ScanKeys />
        <View className="flex-1 bg-app-ground">
          <View className="min-h-0 flex-1">{children}</View>
          {tabs ? <FrameTabs /> : null}
          <NoticeBar raised={Boolean(tabs)} />
        </View>
      </WithRoutines>
    </WithMenu>
  );
}

/** A place where something else keeps the way to it, such as the routes of an app. */
export function PlaceLayer({ place, onTop }: { place: Place; onTop: boolean }) {
  const { app } = useKit();
  return (
    <OnTopContext.Provider value={onTop}>
      <PlaceOrSignIn place={place} isFirst={!isOwnForm(app, place)} />
    </OnTopContext.Provider>
  );
}

/** Gives screens the way to open the app's menu, where that is its frame. */
function WithMenu({ children }: { children: ReactNode }) {
  const { app, navigation } = useKit();
  const { isSignedOut } = useProfiles();
  const [open, setOpen] = useState(false);
  const ways = useFrameWays();
  const close = useCallback(() => setOpen(false), []);
  const show = useCallback(() => setOpen(true), []);
  return (
    <OpenMenuContext.Provider value={app.frame?.kind === 'menu' && !isSignedOut ? show : null}>
      {children}
      {open ? (
        <ActionSheet
          title={app.name}
          onClose={close}
          actions={ways.map(({ screenId, name, isHere }) => ({
            label: name,
            selected: isHere,
            onPress: () => navigation.reset({ screenId }),
          }))}
        />
      ) : null}
    </OpenMenuContext.Provider>
  );
}

/** Screens below the top one stay as they are, search and position too, but can be neither seen nor reached. */
function Layer({ onTop, children }: { onTop: boolean; children: ReactNode }) {
  return (
    <OnTopContext.Provider value={onTop}>
      <View
        className="absolute inset-0"
        style={onTop ? undefined : ({ visibility: 'hidden' } as object)}
        aria-hidden={!onTop}
        pointerEvents={onTop ? 'auto' : 'none'}
      >
        {children}
      </View>
    </OnTopContext.Provider>
  );
}
