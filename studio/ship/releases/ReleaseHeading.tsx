import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import { View } from 'react-native';
import { IconButton, Text, useWide } from '@/ui';
import { useOpen } from '../../address';

/** What a release is called, what is known of it in short, and on a small screen the way back to all of them. */
export function ReleaseHeading({ title, facts }: { title: string; facts: string }) {
  const wide = useWide();
  const { open } = useOpen();
  return (
    <View className="flex-row items-center gap-1">
      {wide ? null : <IconButton icon={ArrowLeft} label="All releases" onPress={() => open({ room: 'releases' })} />}
      <View className="min-w-0 flex-1">
        <Text look="display">{title}</Text>
        <Text look="soft">{facts}</Text>
      </View>
    </View>
  );
}
