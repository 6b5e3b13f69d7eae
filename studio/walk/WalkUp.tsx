import Footprints from 'lucide-react-native/icons/footprints';
import { View } from 'react-native';
import { Button } from '@/ui';
import { walkSteps } from './steps';
import { changeWalk, useWalk } from './useWalk';

/** On the shelf: the way back into a walk that was left. */
export function WalkUp({ appIds, onGo }: { appIds: readonly string[]; onGo: (path: string) => void }) {
  const walk = useWalk((now) => now.walk);
  if (!walk || walk.done >= walkSteps.length || !appIds.includes(walk.appId)) return null;
  return (
    <View className="flex-row">
      <Button
        icon={Footprints}
        label={`Take up the first walk: step ${walk.done + 1} of ${walkSteps.length}`}
        onPress={() => {
          changeWalk({ shown: true });
          onGo(`/apps/${walk.appId}/tables/${walk.tableId}`);
        }}
      />
    </View>
  );
}
