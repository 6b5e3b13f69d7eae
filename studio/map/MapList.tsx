import { Pressable, View } from 'react-native';
import { Text } from '@/ui';

interface MapListProps {
  label: string;
  items: readonly { id: string; name: string; facts: string }[];
  focus: string | null;
  onFocus: (id: string) => void;
}

/** What a map shows, as a list: for those who cannot see it, and for finding something on it. */
export function MapList({ label, items, focus, onFocus }: MapListProps) {
  return (
    <View className="gap-1 border-t border-stem pt-4">
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
