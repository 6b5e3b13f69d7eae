import type { ReactNode } from 'react';
import { Pressable, View } from 'react-native';
import { Text } from './Text';

/** One of a few, each to be seen at once; `markOf` puts something before its words. */
export function Radios<T extends string | number>({
  label,
  choices,
  value,
  onChange,
  markOf,
}: {
  label: string;
  choices: readonly { value: T; label: string }[];
  value: T;
  onChange: (value: T) => void;
  markOf?: (value: T) => ReactNode;
}) {
  return (
    <View role="radiogroup" aria-label={label} className="flex-row flex-wrap gap-2">
      {choices.map((each) => {
        const isChosen = each.value === value;
        return (
          <Pressable
            key={each.value}
            role="radio"
            aria-checked={isChosen}
            onPress={() => onChange(each.value)}
            className={[
              'min-h-[44px] flex-row items-center gap-2 rounded-full border px-4',
              isChosen ? 'border-app-accent bg-app-accent' : 'border-app-line bg-app-card',
            ].join(' ')}
          >
            {markOf?.(each.value)}
            <Text className={`font-sans text-[15px] ${isChosen ? 'text-app-on-accent' : 'text-app-ink'}`}>
              {each.label}
            </Text>
          </Pressable>
        );
      })}
    </View>
  );
}
