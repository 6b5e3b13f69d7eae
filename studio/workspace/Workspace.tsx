import { useRouter } from 'expo-router';
import { lazy, memo, type ReactNode, useEffect, useMemo, useState } from 'react';
import { View } from 'react-native';
import { describeProblem, toProblem } from '@/core/problem';
import { Button, Text, useWide } from '@/ui';
import type { AppState } from '@/worker';
import {
  type Address,
  AddressContext,
  pathOf,
  placeOfRoom,
  tabTitle,
  RoomContext,
  useLeaveGone,
  useOpen,
  useRoom,
  useShown,
  useVisited,
} from '../address';
import { isDatabaseFile, keepPulled } from './pulled';
import { resetBench } from '../client';
import { isClipping, useClip } from '../clip/useClip';
import { FileDrop } from '../FileDrop';
import { closeHelp, HelpButton, useHelp } from '../help';
import { Later, laterPart, laterParts } from '../later';
import { RECALLED } from '../recall';
import { readImport, useIncoming } from '../transfer';
import { readyToEdit } from '../readyToEdit';
import { AppProvider } from '../AppProvider';
import { useAfterPaint } from '../useAfterPaint';
import {
  compiled,
  HistoryContext,
  openAgain,
  PhoneAppContext,
  takeOver,
  useApp,
  useGeneration,
  useOpenApp,
} from '../useApp';
import { WalkStrip } from '../walk';
import { GoToButton } from './GoToButton';
import { HistoryButtons } from './history';
import { News } from './News';
import { NewThingsContext, useNewThings } from './newThings';
import { PlaceBar } from './PlaceBar';
import { RoomAt } from './RoomAt';
import { Shortcuts } from './Shortcuts';
import { takeRaw } from './taken';
import { useWhenIdle } from './useWhenIdle';

const bench = () => import('./Bench');
const Bench = lazy(() => bench().then((loaded) => ({ default: loaded.Bench })));

/** An open app: the five places, and on a wide screen the list of its place and the phone beside it. */
export function Workspace({ appId, asked }: { appId: string; asked: Address }) {
  const router = useRouter();
  const opened = useOpenApp(appId);
  const wide = useWide();
  // A small screen does without; a wide one need not wait until the app is open.
  useEffect(() => void (wide && bench().catch(() => undefined)), [wide]);
  useEffect(() => resetBench, [appId]);
  useEffect(() => closeHelp, [appId]);

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
  return <OpenApp key={appId} appId={appId} state={opened.data.state} asked={asked} />;
}

function OpenApp({ appId, state, asked }: { appId: string; state: AppState; asked: Address }) {
  const { definition, generation, starting, releases, upgrade, rehearsed, news, undo, redo } = state;
  const app = useMemo(
    () => ({
      appId,
      state: { definition, starting, releases, upgrade, rehearsed, news },
      compiled: compiled(definition),
    }),
    [appId, definition, starting, releases, upgrade, rehearsed, news],
  );
  const now = useMemo(() => ({ app, generation }), [app, generation]);
  const history = useMemo(() => ({ undo, redo }), [undo, redo]);
  const address = useShown(appId, asked);
  useVisited(appId, address);
  // An edit is seen in the phone first. What was just made and is gone to is there.
  const later = useAfterPaint(now, pathOf(appId, address));
  useLeaveGone(appId, later.app.state.definition, address);
  const title = tabTitle(later.app.state.definition, address);
  useEffect(() => void (document.title = title), [title]);
  return (
    <PhoneAppContext.Provider value={now}>
      <AppProvider of={later}>
        <HistoryContext.Provider value={history}>
          <AddressContext.Provider value={address}>
            <RoomContext.Provider value={address.room}>
              <Rooms />
            </RoomContext.Provider>
          </AddressContext.Provider>
        </HistoryContext.Provider>
      </AppProvider>
    </PhoneAppContext.Provider>
  );
}

const HelpSheet = laterPart('HelpSheet');

/** Bytes; a clipping is a part of a plan, and no plan is as long. */
const MOST_CLIPPING = 20_000_000;

const Rooms = memo(function Rooms() {
  const wide = useWide();
  const isHelping = useHelp((help) => help.open !== null);
  const { appId, state } = useApp();
  const room = useRoom();
  const isNew = useNewThings(state.definition);
  const isOpened = useGeneration() !== RECALLED;
  // So that going to a place does not wait for its code, nor the first edit for what it looks at.
  useWhenIdle(isOpened, () => void laterParts().catch(() => undefined));
  const [atFirst] = useState(state.definition);
  useWhenIdle(isOpened && wide && state.definition === atFirst, () => readyToEdit(atFirst));
  const { open } = useOpen();
  const take = async (file: File) => {
    const text = await file.slice(0, MOST_CLIPPING).text();
    if (isClipping(text.slice(0, 200))) return useClip.setState({ text });
    if (state.releases.length > 0 && (await isDatabaseFile(file))) {
      const isShip = placeOfRoom(room) === 'ship';
      const phone = await keepPulled(appId, state.releases, file, isShip);
      if (phone?.releaseId) return open({ room: 'releases', id: phone.releaseId });
      if (isShip) return;
    }
    const chosen = await readImport(file);
    if (!chosen) return;
    useIncoming.setState({ chosen });
    open({ room: 'data' });
  };
  return (
    <NewThingsContext.Provider value={isNew}>
      {wide ? (
        <Later>
          <Bench>
            <RoomAt />
          </Bench>
        </Later>
      ) : (
        <OnPhone />
      )}
      {isHelping && !wide ? (
        <Later>
          <HelpSheet />
        </Later>
      ) : null}
      <Shortcuts />
      <FileDrop words="Drop it: its rows come into this app" onFile={(file) => void take(file)} />
    </NewThingsContext.Provider>
  );
});

/** A small screen: one place, and the bar of all at its foot. */
function OnPhone() {
  const { state } = useApp();
  // The running app has the whole screen; the bench comes by its handle.
  const isAlone = useRoom() === 'run';
  return (
    <View className="flex-1 bg-paper">
      <News />
      {isAlone ? null : (
        <View role="banner" className="flex-row items-center justify-between border-b border-stem bg-leaf pl-4 pr-1">
          <Text look="heading" numberOfLines={1} className="flex-1">
            {state.definition.name}
          </Text>
          <HelpButton />
          <GoToButton />
          <HistoryButtons />
        </View>
      )}
      <View role="main" className="min-h-0 flex-1">
        <RoomAt />
      </View>
      <WalkStrip />
      {isAlone ? null : <PlaceBar />}
    </View>
  );
}

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
