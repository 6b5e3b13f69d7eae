import KeyRound from 'lucide-react-native/icons/key-round';
import { Pressable, View } from 'react-native';
import type { Table, TableKey } from '@/core/model';
import { canBeInKey, keySentence } from '@/core/plan';
import { Button, color, Icon, Text } from '@/ui';

/** What tells records apart, or finds them, by several columns together: each as the sentence that it is. */
export function KeyList({
  table,
  onOpen,
  onAdd,
}: {
  table: Table;
  onOpen: (key: TableKey) => void;
  onAdd: () => void;
}) {
  const keys = table.keys ?? [];
  const able = table.columns.filter((column) => canBeInKey(column, false)).length;
  return (
    <View className="gap-2">
      <View className="flex-row flex-wrap items-center justify-between gap-3">
        <Text look="title">Keys of several columns</Text>
        <Button icon={KeyRound} label="Add key" disabled={able < 2} onPress={onAdd} />
      </View>
      {keys.length === 0 ? (
        <Text look="soft">
          {`Several columns can tell ${table.name.toLowerCase()} apart together, or have one index in their order.`}
        </Text>
      ) : null}
      <View role="list" aria-label={`Keys of ${table.name}`}>
        {keys.map((key) => {
          const words = keySentence(table, key);
          return (
            <View key={key.id} role="listitem" className="border-b border-stem">
              <Pressable
                role="button"
                aria-label={`Edit: ${words}`}
                onPress={() => onOpen(key)}
                className="min-h-[56px] flex-row items-center gap-3 py-2 hover:opacity-80"
              >
                <Icon of={KeyRound} size={19} color={color('plum')} />
                <Text look="body" className="flex-1">
                  {words}
                </Text>
              </Pressable>
            </View>
          );
        })}
      </View>
    </View>
  );
}
