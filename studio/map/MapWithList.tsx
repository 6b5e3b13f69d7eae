import { type ReactNode, useState } from 'react';
import { Pressable, View } from 'react-native';
import { Text } from '@/ui';

/** Points: from so much width on, the list stands beside its map, of which enough is left. */
const BESIDE = 620;
const LIST_WIDTH = 208;

interface MapListProps {
  label: string;
  items: readonly { id: string; name: string; facts: string }[];
  focus: string | null;
  onFocus: (id: string) => void;
}

/** A map, and what it shows as a list: beside it where there is room, otherwise below. */
export function MapWithList({ children, ...list }: MapListProps & { children: ReactNode }) {
  const [width, setWidth] = useState(0);
  const isBeside = width >= BESIDE;
  return (
    <View
      onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
      className={isBeside ? 'flex-row gap-5' : 'gap-3'}
    >
      <View className={isBeside ? 'min-w-0 flex-1 gap-3' : 'gap-3'}>{children}</View>
      <View style={isBeside ? { width: LIST_WIDTH } : null} className={isBeside ? '' : 'border-t border-stem pt-4'}>
        <MapList {...list} />
      </View>
    </View>
  );
}

/** What a map shows, as a list: for those who cannot see it, and for finding something on it. */
function MapList({ label, items, focus, onFocus }: MapListProps) {
  return (
    <View className="gap-1">
      <Text look="heading">{label}</Text>
      <View role="list" aria-label={label}>
        {items.map(({ id, name, facts }) => (
          <View key={id} role="listitem">
            <Pressable
              role="button"
              aria-label={`Find ${name} on the map`}
              aria-pressed={focus === id}
              onPress={() => onFocus(id)}
              className={`min-h-[44px] justify-center rounded-lg px-2 py-1.5 hover:bg-leaf ${focus === id ? 'bg-fern-tint' : ''}`}
            >
              <Text look="strong">{name}</Text>
              <Text look="soft">{facts}</Text>
            </Pressable>
          </View>
        ))}
      </View>
    </View>
  );
}
