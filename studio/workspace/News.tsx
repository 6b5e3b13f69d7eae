import { useState } from 'react';
import { View } from 'react-native';
import { Button, Callout } from '@/ui';
import type { OpeningNews } from '@/worker';
import { useApp } from '../useApp';
import { takeAside } from './taken';

const MOST_MENDS = 6;

/** What opening the app had to say, said once at the top. */
export function News() {
  const { appId, state } = useApp();
  const [read, setRead] = useState<OpeningNews | null>(null);
  const { news } = state;
  const { damaged, mends, rescued } = news;
  if (news === read || (damaged === 0 && mends.length === 0 && !rescued)) return null;
  return (
    <View role="region" aria-label="What opening found" className="gap-2 p-3">
      {rescued ? (
        <Callout tone="rust">
          The plan of this app could not be read. It was made anew from the rows, all of which are here; names, screens
          and routines have to be set again. What was stored of the plan was put aside.
        </Callout>
      ) : null}
      {damaged > 0 ? <Callout tone="rust">{damagedWords(damaged)}</Callout> : null}
      {mends.length > 0 ? <Callout tone="amber">{mendedWords(mends)}</Callout> : null}
      <View className="flex-row flex-wrap gap-2">
        <Button label="Understood" onPress={() => setRead(news)} />
        {damaged > 0 || rescued ? (
          <Button label="Take away what was put aside" onPress={() => void takeAside(appId)} />
        ) : null}
      </View>
    </View>
  );
}

function mendedWords(mends: readonly string[]): string {
  const more = mends.length > MOST_MENDS ? [`and ${mends.length - MOST_MENDS} more.`] : [];
  return [
    'Something in the plan broke a limit, and was mended so that the app could be opened. No row was touched.',
    ...mends.slice(0, MOST_MENDS).map((mend) => `${mend}.`),
    ...more,
  ].join('\n');
}

function damagedWords(count: number): string {
  const [changes, them] = count === 1 ? ['change', 'it'] : [`${count} changes`, 'them'];
  return [
    `The last ${changes} could not be read or made again: the browser had not stored ${them}`,
    'whole. Everything before is here; the unreadable part was put aside. Check your last entries.',
  ].join(' ');
}
