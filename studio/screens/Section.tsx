import type { ReactNode } from 'react';
import { Pressable, View } from 'react-native';
import { Text } from '@/ui';

/** One concern of an editor under its heading. */
export function Section({ title, help, children }: { title: string; help?: string; children: ReactNode }) {
  return (
    <View role="group" aria-label={title} className="max-w-[640px] gap-3 border-t border-stem pt-4">
      <View className="gap-0.5">
        <Text look="heading">{title}</Text>
        {help ? <Text look="soft">{help}</Text> : null}
      </View>
      {children}
    </View>
  );
}

/** Something that opens its editor: a name and what it is now. */
export function OpenLine({ name, facts, onOpen }: { name: string; facts: string; onOpen: () => void }) {
  return (
    <Pressable
      role="button"
      aria-label={`Edit ${name}`}
      onPress={onOpen}
      className="min-h-[56px] flex-1 justify-center rounded-lg py-2 hover:bg-leaf"
    >
      <Text look="strong">{name}</Text>
      {facts ? (
        <Text look="soft" numberOfLines={2}>
          {facts}
        </Text>
      ) : null}
    </Pressable>
  );
}
