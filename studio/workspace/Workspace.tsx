import { Slot, useRouter } from 'expo-router';
import { memo, type ReactNode, useEffect, useMemo } from 'react';
import { View } from 'react-native';
import { describeProblem, toProblem } from '@/core/problem';
import { Button, PHONE_WIDTH, Text, useWide } from '@/ui';
import type { AppState } from '@/worker';
import { resetBench } from '../client';
import { BenchPhone } from '../run/BenchPhone';
import { RippleLine } from '../run/RippleLine';
import { compiled, CurrentAppContext, HistoryContext, openAgain, takeOver, useApp, useOpenApp } from '../useApp';
import { takeRaw } from './taken';
import { PlaceBar } from './PlaceBar';
import { HistoryButtons, useShortcuts } from './history';
import { News } from './News';

/** An open app: the five places, and on a wide screen the phone beside each of them. */
export function Workspace({ appId, place }: { appId: string; place: string }) {
  const router = useRouter();
  const opened = useOpenApp(appId);
  useEffect(() => resetBench, [appId]);

  if (opened.error) {
    const { what, kept, todo } = describeProblem(toProblem(opened.error));
    return (
      <Aside title="This app cannot be opened" text={`${what} ${kept} ${todo}`}>
        <Button kind="main" label="Back to the shelf" onPress={() => router.replace('/')} />
        <Button label="Take away what is stored" onPress={() => void takeRaw(appId)} />
      </Aside>
    );
  }
  if (!opened.data) return <View className="flex-1 bg-paper" aria-busy />;
  if (opened.data.kind === 'elsewhere') {
    return (
      <Aside
        title="This app is open in another tab"
        text="Two tabs never write one database. Go on in the other tab, or take over here: the other tab then lets go."
      >
        <Button kind="main" label="Take over here" onPress={() => void takeOver(appId)} />
        <Button label="Back to the shelf" onPress={() => router.replace('/')} />
      </Aside>
    );
  }
  if (opened.data.kind === 'doubt') {
    const { what, kept, todo } = describeProblem({ code: 'store-doubt' });
    return (
      <Aside title="Was the last change saved?" text={`${what} ${kept} ${todo}`}>
        <Button kind="main" label="Open it again" onPress={() => void openAgain(appId)} />
        <Button label="Back to the shelf" onPress={() => router.replace('/')} />
      </Aside>
    );
  }
  return <OpenApp appId={appId} state={opened.data.state} place={place} />;
}

function OpenApp({ appId, state, place }: { appId: string; state: AppState; place: string }) {
  const { definition, generation, starting, news, undo, redo } = state;
  const app = useMemo(
    () => ({ appId, state: { definition, generation, starting, news }, compiled: compiled(definition) }),
    [appId, definition, generation, starting, news],
  );
  const history = useMemo(() => ({ undo, redo }), [undo, redo]);
  return (
    <CurrentAppContext.Provider value={app}>
      <HistoryContext.Provider value={history}>
        <Rooms place={place} />
      </HistoryContext.Provider>
    </CurrentAppContext.Provider>
  );
}

const Rooms = memo(function Rooms({ place }: { place: string }) {
  const wide = useWide();
  const shortcuts = useShortcuts();
  const { state } = useApp();
  if (!wide) {
    return (
      <View className="flex-1 bg-paper">
        <News />
        {place === 'run' ? null : (
          <View role="banner" className="flex-row items-center justify-between border-b border-stem bg-leaf pl-4 pr-1">
            <Text look="heading" numberOfLines={1} className="flex-1">
              {state.definition.name}
            </Text>
            <HistoryButtons />
          </View>
        )}
        <View role="main" className="min-h-0 flex-1">
          <Slot />
        </View>
        <PlaceBar place={place} />
        {shortcuts}
      </View>
    );
  }
  return (
    <View className="flex-1 flex-row bg-paper">
      <PlaceBar place={place} />
      <View role="main" className="min-w-0 flex-1">
        <News />
        <View role="banner" className="flex-row items-center justify-between border-b border-stem pl-8 pr-4">
          <Text look="heading" numberOfLines={1} className="flex-1 py-3">
            {state.definition.name}
          </Text>
          <HistoryButtons />
        </View>
        <View className="min-h-0 flex-1">
          <Slot />
        </View>
      </View>
      <View
        role="complementary"
        aria-label="Running app"
        className="border-l border-stem px-5 pb-3 pt-5"
        style={{ width: PHONE_WIDTH }}
      >
        <View className="min-h-0 flex-1">
          <BenchPhone bleed={false} />
        </View>
        <RippleLine />
      </View>
      {shortcuts}
    </View>
  );
});

function Aside({ title, text, children }: { title: string; text: string; children: ReactNode }) {
  return (
    <View role="main" className="flex-1 items-center justify-center gap-5 bg-paper px-6">
      <View className="w-full max-w-[520px] gap-4">
        <Text look="display">{title}</Text>
        <Text look="body">{text}</Text>
        <View className="flex-row flex-wrap gap-3">{children}</View>
      </View>
    </View>
  );
}
