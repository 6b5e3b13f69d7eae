import { useEffect } from 'react';
import { Pressable, View } from 'react-native';
import { describeProblem, toProblem } from '@/core/problem';
import { screenOf, useKit, useNotices, useStack } from '../base/context';
import { earlierShown, withoutUndone } from './notices';
import { Text } from '../base/Text';

const NOTICE_MS = 8000;

/**
 * A short word at the foot of the phone, with a way to take back what it tells of. `raised`: there are tabs below it.
 */
export function NoticeBar({ raised }: { raised: boolean }) {
  const { app, notify, changeNotices, database } = useKit();
  const top = useStack().at(-1);
  const notices = useNotices();
  const notice = notices.at(-1);
  useEffect(() => {
    if (!notice || notice.tone === 'problem') return;
    const timer = setTimeout(() => notify(null), NOTICE_MS);
    return () => clearTimeout(timer);
  }, [notice, notify]);
  if (!notice) return null;
  const screen = screenOf(app, top?.screenId ?? '');
  // What has its buttons at the foot has them free.
  const collects =
    (screen?.kind === 'scan' && screen.scan.collect !== null) ||
    (screen?.kind === 'list' && screen.behaviour.collect !== null);
  const foot =
    screen?.kind === 'form' || (collects && !raised)
      ? 'bottom-[136px]'
      : collects
        ? 'bottom-[200px]'
        : raised
          ? 'bottom-[74px]'
          : 'bottom-4';
  const { undoSeq } = notice;
  const undo = async () => {
    if (undoSeq === undefined) return;
    changeNotices((now) => withoutUndone(now, undoSeq));
    try {
      await database.undo(undoSeq);
    } catch (error) {
      notify({ text: describeProblem(toProblem(error)).what, tone: 'problem' });
    }
  };
  const isProblem = notice.tone === 'problem';
  const ink = isProblem ? 'text-app-on-danger' : 'text-app-ground';
  return (
    <View
      role={isProblem ? 'alert' : 'status'}
      className={[
        'absolute inset-x-3',
        foot,
        'flex-row items-center rounded-app pl-4 shadow-lg',
        isProblem ? 'bg-app-danger' : 'bg-app-ink',
      ].join(' ')}
    >
      <Text className={`flex-1 py-3 font-sans text-[15px] leading-5 ${ink}`}>{notice.text}</Text>
      {undoSeq !== undefined ? <NoticeButton label="Undo" ink={ink} onPress={() => void undo()} /> : null}
      {notices.length > 1 ? (
        <NoticeButton label="Earlier" ink={ink} onPress={() => changeNotices(earlierShown)} />
      ) : null}
      <NoticeButton label="Dismiss" ink={ink} onPress={() => notify(null)} />
    </View>
  );
}

function NoticeButton({ label, ink, onPress }: { label: string; ink: string; onPress: () => void }) {
  return (
    <Pressable role="button" onPress={onPress} className="min-h-[44px] justify-center px-3">
      <Text className={`font-bold text-[15px] underline ${ink}`}>{label}</Text>
    </Pressable>
  );
}
