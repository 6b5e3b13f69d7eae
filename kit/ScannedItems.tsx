import X from 'lucide-react-native/icons/x';
import { View } from 'react-native';
import { tableOf, useKit } from './context';
import { LinkPress } from './LinkPress';
import { ActionButton, IconButton } from './parts';
import { Text } from './Text';
import type { Scanned } from './useScanned';

/** What was scanned, the last one first, each with how often. */
export function ScannedItems({ items, saved, onRemove, onClear }: { items: readonly Scanned[]; saved: boolean; onRemove: (id: number) => void; onClear: () => void }) {
  const { app, navigation } = useKit();
  const scans = items.reduce((sum, { count }) => sum + count, 0);
  return (
    <View className="gap-2">
      <View className="flex-row items-center justify-between">
        <Text role="heading" aria-level={3} className="font-bold text-[17px] text-app-ink">
          {`${items.length} scanned${scans > items.length ? `, ${scans} times` : ''}`}
        </Text>
        {saved ? null : <ActionButton kind="plain" label="Clear the list" onPress={onClear} />}
      </View>
      <View role="list" aria-label="Scanned">
        {items.map(({ tableId, id, name, code, count }) => {
          const screenId = app.wayTo('record', tableId);
          return (
            <View key={`${tableId} ${id}`} role="listitem" className="flex-row items-center border-b border-app-line">
              <LinkPress aria-label={`${name}${count > 1 ? `, ${count} times` : ''}`} onPress={() => screenId && navigation.go({ screenId, recordId: id })} className="min-h-[52px] flex-1 justify-center py-1.5 active:opacity-70">
                <Text numberOfLines={1} className="font-medium text-[16px] text-app-ink">
                  {name}
                </Text>
                <Text className="font-sans text-[14px] text-app-soft">
                  {tableOf(app, tableId)?.recordName} · {code}
                </Text>
              </LinkPress>
              {count > 1 ? (
                <Text className="px-2 font-bold text-[17px] text-app-accent" style={{ fontVariant: ['tabular-nums'] }}>
                  ×{count}
                </Text>
              ) : null}
              {saved ? null : <IconButton icon={X} label={`Take ${name} off the list`} onPress={() => onRemove(id)} />}
            </View>
          );
        })}
      </View>
    </View>
  );
}
