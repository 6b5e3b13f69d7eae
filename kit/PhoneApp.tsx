import { memo, type ReactNode, useEffect } from 'react';
import { Pressable, Text, View } from 'react-native';
import { GestureHandlerRootView } from 'react-native-gesture-handler';
import { describeProblem, toProblem } from '@/core/problem';
import { type Place, tableOf, useKit, useNotice, useStack } from './context';
import { FormScreen } from './FormScreen';
import { ListScreen } from './ListScreen';
import { RecordScreen } from './RecordScreen';
import { SignInScreen } from './SignInScreen';
import { StartScreen } from './StartScreen';
import { appTheme } from './theme';
import { useProfiles } from './useProfiles';

const NOTICE_MS = 8000;

/** The whole phone app: the screens from the start to where the person is, the last one on top. */
export const PhoneApp = memo(function PhoneApp() {
  const { app } = useKit();
  const { isSignedOut } = useProfiles();
  const whole = useStack();
  // Somebody who is not signed in sees who can, and may add themselves.
  const stack = isSignedOut ? whole.filter(({ screenId, recordId }) => screenId === 'start' || (screenId === `form-${app.people?.tableId}` && recordId === undefined)) : whole;
  return (
    <GestureHandlerRootView style={[{ flex: 1 }, appTheme(app.accent)]}>
      <View className="flex-1 bg-app-ground">
        {stack.map((place, index) => (
          <Layer key={`${index} ${place.screenId} ${place.recordId ?? ''}`} onTop={index === stack.length - 1}>
            {isSignedOut && index === 0 ? <SignInScreen /> : <ScreenAt place={place} />}
          </Layer>
        ))}
        <NoticeBar />
      </View>
    </GestureHandlerRootView>
  );
});

/** Screens below the top one stay as they are, search and position too, but can be neither seen nor reached. */
function Layer({ onTop, children }: { onTop: boolean; children: ReactNode }) {
  return (
    <View className="absolute inset-0" style={onTop ? undefined : { visibility: 'hidden' } as object} aria-hidden={!onTop} pointerEvents={onTop ? 'auto' : 'none'}>
      {children}
    </View>
  );
}

const ScreenAt = memo(function ScreenAt({ place }: { place: Place }) {
  const { app } = useKit();
  const [kind, tableId = ''] = place.screenId.split(/-(.*)/s);
  const table = tableOf(app, tableId);
  if (!table) return <StartScreen />;
  switch (kind) {
    case 'list':
      return <ListScreen table={table} linked={place.linked} />;
    case 'record':
      return place.recordId === undefined ? <ListScreen table={table} /> : <RecordScreen table={table} recordId={place.recordId} />;
    case 'form':
      return <FormScreen table={table} recordId={place.recordId} linked={place.linked} />;
    default:
      return <StartScreen />;
  }
});

function NoticeBar() {
  const { notify, database } = useKit();
  const top = useStack().at(-1);
  const notice = useNotice();
  useEffect(() => {
    if (!notice || notice.tone === 'problem') return;
    const timer = setTimeout(() => notify(null), NOTICE_MS);
    return () => clearTimeout(timer);
  }, [notice, notify]);
  if (!notice) return null;
  // A form has its buttons at the foot; they stay free.
  const foot = top?.screenId.startsWith('form-') ? 'bottom-[136px]' : 'bottom-4';
  const { undoSeq } = notice;
  const undo = async () => {
    notify(null);
    try {
      if (undoSeq !== undefined) await database.undo(undoSeq);
    } catch (error) {
      notify({ text: describeProblem(toProblem(error)).what, tone: 'problem' });
    }
  };
  return (
    <View role={notice.tone === 'problem' ? 'alert' : 'status'} className={`absolute inset-x-3 ${foot} flex-row items-center rounded-2xl pl-4 shadow-lg ${notice.tone === 'problem' ? 'bg-app-danger' : 'bg-app-ink'}`}>
      <Text className="flex-1 py-3 font-sans text-[15px] leading-5 text-white">{notice.text}</Text>
      {undoSeq !== undefined ? <NoticeButton label="Undo" onPress={() => void undo()} /> : null}
      <NoticeButton label="Dismiss" onPress={() => notify(null)} />
    </View>
  );
}

function NoticeButton({ label, onPress }: { label: string; onPress: () => void }) {
  return (
    <Pressable role="button" onPress={onPress} className="min-h-[44px] justify-center px-3">
      <Text className="font-bold text-[15px] text-white underline">{label}</Text>
    </Pressable>
  );
}
