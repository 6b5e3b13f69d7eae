import CircleHelp from 'lucide-react-native/icons/circle-question-mark';
import { View } from 'react-native';
import { Button } from '@/ui';
import { openHelp } from './useHelp';

/** Opens the page that tells more about what it stands beside. */
export function HelpLink({ page, label }: { page: string; label: string }) {
  return (
    <View className="flex-row">
      <Button kind="quiet" icon={CircleHelp} label={label} onPress={() => openHelp(page)} />
    </View>
  );
}
