import { useState } from 'react';
import { View } from 'react-native';
import { Button, Text } from '@/ui';
import { takeNewer, useBuild } from './useBuild';

/** Offers a newer build of the studio, which is never mixed with the one that runs. */
export function NewBuild() {
  const newer = useBuild((build) => build.newer);
  const [putOff, setPutOff] = useState(false);
  if (!newer || putOff) return null;
  return (
    <View
      role="status"
      className="flex-row flex-wrap items-center justify-between gap-x-4 gap-y-1 border-b border-stem bg-fern-tint px-4 py-1.5"
    >
      <Text look="body" className="min-w-0 shrink">
        {newer === 'waiting'
          ? 'A newer Fern Shelf is ready. This page goes on with the one it has until it is loaded again.'
          : 'Another tab has taken a newer Fern Shelf. Load this page again to go on with it.'}
      </Text>
      <View className="flex-row gap-2">
        <Button kind="main" label="Load it now" onPress={takeNewer} />
        <Button label="Later" onPress={() => setPutOff(true)} />
      </View>
    </View>
  );
}
