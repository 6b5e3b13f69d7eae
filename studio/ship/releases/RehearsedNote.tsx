import CircleCheck from 'lucide-react-native/icons/circle-check';
import { View } from 'react-native';
import type { Rehearsed } from '@/core/release';
import { Callout, color, Icon, Text } from '@/ui';

const words: Record<Exclude<Rehearsed, 'unneeded'>, string> = {
  none: 'The upgrade of older phones to it was not rehearsed.',
  partly: 'The upgrade to it was not rehearsed from every older release.',
  fails: 'The upgrade of older phones to it does not hold: see its rehearsal.',
  loses: 'The upgrade of older phones to it loses values: see its rehearsal.',
  holds: 'The upgrade of older phones to it was rehearsed, and holds.',
};

/** What is known of the upgrade to a release, or to the plan of today, wherever that is taken away. */
export function RehearsedNote({ rehearsed }: { rehearsed: Rehearsed }) {
  if (rehearsed === 'unneeded') return null;
  if (rehearsed !== 'holds')
    return <Callout tone={rehearsed === 'fails' ? 'rust' : 'amber'}>{words[rehearsed]}</Callout>;
  return (
    <View className="flex-row items-center gap-2">
      <Icon of={CircleCheck} size={18} color={color('fern')} />
      <Text look="soft" className="min-w-0 flex-1">
        {words.holds}
      </Text>
    </View>
  );
}
