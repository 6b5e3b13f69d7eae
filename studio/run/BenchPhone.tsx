import { View } from 'react-native';
import { RunningApp } from '@/kit';
import { useBench } from '../client';
import { useKitForStudio, useStackForStudio } from './useKitForStudio';

/** The running app in its own frame. `bleed`: it fills the place that it stands in. */
export function BenchPhone({ bleed }: { bleed: boolean }) {
  const kit = useKitForStudio();
  const stack = useStackForStudio();
  const notice = useBench((bench) => bench.notice);
  return (
    <View role="region" aria-label="Bench phone" className={`phone-frame overflow-hidden ${bleed ? 'flex-1' : 'h-full max-h-[760px] w-full max-w-[372px] self-center rounded-[34px] border-[9px] border-bark'}`}>
      <RunningApp kit={kit} stack={stack} notice={notice} />
    </View>
  );
}
