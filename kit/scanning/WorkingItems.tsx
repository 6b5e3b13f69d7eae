import Minus from 'lucide-react-native/icons/minus';
import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import { memo, useState } from 'react';
import { View } from 'react-native';
import { Text } from '../base/Text';
import { tableOf, useKit } from '../base/context';
import { ActionButton, IconButton } from '../base/parts';
import { LinkPress } from '../rows/LinkPress';
import type { WorkingItem, WorkingList } from './useWorkingList';
import { wayTo } from '@/core/compiled';

/**
 * So many are drawn at first, and so many more each time: a stock-take may have thousands, and each scan draws anew.
 */
const DRAWN_AT_ONCE = 40;

/**
 * What is on a working list, the last one first, each with how often. `counts`: how often is saved, and can be changed.
 * `verb`: how things come onto it.
 */
export function WorkingItems({
  list,
  verb,
  counts,
}: {
  list: WorkingList;
  verb: 'scanned' | 'chosen';
  counts: boolean;
}) {
  const { items, saved, setCount, remove } = list;
  const [drawn, setDrawn] = useState(DRAWN_AT_ONCE);
  const [asking, setAsking] = useState(false);
  const times = items.reduce((sum, { count }) => sum + count, 0);
  return (
    <View className="gap-2">
      <View className="min-h-[48px] flex-row items-center justify-between">
        <Text role="heading" aria-level={3} className="font-bold text-[17px] text-app-ink">
          {`${items.length} ${verb}${times > items.length ? `, ${times} times` : ''}`}
        </Text>
        {saved || asking ? null : <ActionButton kind="plain" label="Clear the list" onPress={() => setAsking(true)} />}
      </View>
      {asking && !saved ? (
        <View role="group" aria-label="Clear the list?" className="flex-row flex-wrap gap-2">
          <ActionButton
            kind="danger"
            label={`Clear all ${items.length}`}
            onPress={() => {
              setAsking(false);
              list.clear();
            }}
          />
          <ActionButton kind="plain" label="Keep them" onPress={() => setAsking(false)} />
        </View>
      ) : null}
      <View role="list" aria-label={verb === 'scanned' ? 'Scanned' : 'Chosen'}>
        {items.slice(0, drawn).map((item) => (
          <Item
            key={`${item.tableId} ${item.id}`}
            {...item}
            saved={saved}
            counts={counts}
            setCount={setCount}
            remove={remove}
          />
        ))}
      </View>
      {items.length > drawn ? (
        <ActionButton
          kind="plain"
          label={`Show more of ${items.length}`}
          onPress={() => setDrawn(drawn + 5 * DRAWN_AT_ONCE)}
        />
      ) : null}
    </View>
  );
}

interface ItemProps extends WorkingItem, Pick<WorkingList, 'saved' | 'setCount' | 'remove'> {
  counts: boolean;
}

/** One of them; it takes plain values, so that a scan draws no other. */
const Item = memo(function Item({ tableId, id, name, code, count, gone, saved, counts, setCount, remove }: ItemProps) {
  const { app, navigation } = useKit();
  const key = { tableId, id };
  const screenId = gone ? null : wayTo(app, 'record', tableId);
  const facts = [
    code === '' ? '' : tableOf(app, tableId)?.recordName,
    code,
    gone ? 'no longer there, and not saved' : '',
  ].filter((text) => text);
  return (
    <View role="listitem" className="flex-row items-center border-b border-app-line">
      <LinkPress
        aria-label={`${name}${count > 1 ? `, ${count} times` : ''}${gone ? ', no longer there' : ''}`}
        onPress={() => screenId && navigation.go({ screenId, recordId: id })}
        className="min-h-[52px] min-w-0 flex-1 justify-center py-1.5 active:opacity-70"
      >
        <Text
          numberOfLines={1}
          className={`font-medium text-[16px] ${gone ? 'text-app-soft line-through' : 'text-app-ink'}`}
        >
          {name}
        </Text>
        {facts.length > 0 ? <Text className="font-sans text-[14px] text-app-soft">{facts.join(' · ')}</Text> : null}
      </LinkPress>
      {counts && !saved && count > 1 ? (
        <IconButton icon={Minus} label={`One less of ${name}`} onPress={() => setCount(key, count - 1)} />
      ) : null}
      {count > 1 || counts ? (
        <Text className="px-1 font-bold text-[17px] text-app-accent" style={{ fontVariant: ['tabular-nums'] }}>
          ×{count}
        </Text>
      ) : null}
      {counts && !saved ? (
        <IconButton icon={Plus} label={`One more of ${name}`} onPress={() => setCount(key, count + 1)} />
      ) : null}
      {saved ? null : <IconButton icon={X} label={`Take ${name} off the list`} onPress={() => remove(key)} />}
    </View>
  );
});
