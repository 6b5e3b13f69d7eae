import Minus from 'lucide-react-native/icons/minus';
import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import { useState } from 'react';
import { View } from 'react-native';
import { tableOf, useKit } from './context';
import { LinkPress } from './LinkPress';
import { ActionButton, IconButton } from './parts';
import { Text } from './Text';
import type { WorkingItem, WorkingList } from './useWorkingList';

/** What is on a working list, the last one first, each with how often. `counts`: how often is saved, and can be changed. `verb`: how things come onto it. */
export function WorkingItems({ list, verb, counts }: { list: WorkingList; verb: 'scanned' | 'chosen'; counts: boolean }) {
  const { items, saved } = list;
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
        {items.map((item) => (
          <Item key={`${item.tableId} ${item.id}`} item={item} list={list} counts={counts} />
        ))}
      </View>
    </View>
  );
}

function Item({ item, list, counts }: { item: WorkingItem; list: WorkingList; counts: boolean }) {
  const { app, navigation } = useKit();
  const { tableId, id, name, code, count, gone } = item;
  const screenId = gone ? null : app.wayTo('record', tableId);
  const facts = [code === '' ? '' : tableOf(app, tableId)?.recordName, code, gone ? 'no longer there, and not saved' : ''].filter((text) => text);
  return (
    <View role="listitem" className="flex-row items-center border-b border-app-line">
      <LinkPress aria-label={`${name}${count > 1 ? `, ${count} times` : ''}${gone ? ', no longer there' : ''}`} onPress={() => screenId && navigation.go({ screenId, recordId: id })} className="min-h-[52px] min-w-0 flex-1 justify-center py-1.5 active:opacity-70">
        <Text numberOfLines={1} className={`font-medium text-[16px] ${gone ? 'text-app-soft line-through' : 'text-app-ink'}`}>
          {name}
        </Text>
        {facts.length > 0 ? <Text className="font-sans text-[14px] text-app-soft">{facts.join(' · ')}</Text> : null}
      </LinkPress>
      {counts && !list.saved && count > 1 ? <IconButton icon={Minus} label={`One less of ${name}`} onPress={() => list.setCount(item, count - 1)} /> : null}
      {count > 1 || counts ? (
        <Text className="px-1 font-bold text-[17px] text-app-accent" style={{ fontVariant: ['tabular-nums'] }}>
          ×{count}
        </Text>
      ) : null}
      {counts && !list.saved ? <IconButton icon={Plus} label={`One more of ${name}`} onPress={() => list.setCount(item, count + 1)} /> : null}
      {list.saved ? null : <IconButton icon={X} label={`Take ${name} off the list`} onPress={() => list.remove(item)} />}
    </View>
  );
}
