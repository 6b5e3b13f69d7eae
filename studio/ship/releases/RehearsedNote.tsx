import CircleCheck from 'lucide-react-native/icons/circle-check';
import TriangleAlert from 'lucide-react-native/icons/triangle-alert';
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

/** What is known of the upgrade to a release, or to the plan of today, wherever that is taken away; `quiet`: among others. */
export function RehearsedNote({ rehearsed, quiet = false }: { rehearsed: Rehearsed; quiet?: boolean }) {
  if (rehearsed === 'unneeded') return null;
  const holds = rehearsed === 'holds';
  if (!holds && !quiet) return <Callout tone={rehearsed === 'fails' ? 'rust' : 'amber'}>{words[rehearsed]}</Callout>;
  return (
    <View className="flex-row items-center gap-2">
      <Icon
        of={holds ? CircleCheck : TriangleAlert}
        size={18}
        color={color(holds ? 'fern' : rehearsed === 'fails' ? 'rust' : 'amber')}
      />
      <Text look="soft" className="min-w-0 flex-1">
        {words[rehearsed]}
      </Text>
    </View>
  );
}
