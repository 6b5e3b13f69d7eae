import ChevronRight from 'lucide-react-native/icons/chevron-right';
import Wrench from 'lucide-react-native/icons/wrench';
import type { ReactNode } from 'react';
import { Pressable, View } from 'react-native';
import { Icon, IconButton } from '@/ui';
import { useBench } from '../client';
import { PlaceBar } from '../workspace/PlaceBar';
import { DeviceBar } from './DeviceBar';
import { RippleLine } from './RippleLine';

/** On a small screen the app runs alone; this small handle at its edge brings the bench. */
export function BenchHandle() {
  return (
    <Pressable
      role="button"
      aria-label="Show the bench"
      onPress={() => useBench.setState({ bar: true })}
      className="absolute right-0 top-[42%] h-[52px] w-[44px] items-end justify-center"
    >
      <View className="h-[52px] w-[26px] items-center justify-center rounded-l-xl bg-bark/80">
        <Icon of={Wrench} size={16} color="#dfe9dc" />
      </View>
    </Pressable>
  );
}

/** The bench of a small screen: the last ripple, how the app is looked at, what can be done with it, and the places. */
export function BenchBar({ children }: { children: ReactNode }) {
  return (
    <View role="region" aria-label="Bench" className="border-t border-stem bg-leaf">
      <View className="flex-row items-center pl-3">
        <View className="min-w-0 flex-1">
          <RippleLine />
        </View>
        <IconButton icon={ChevronRight} label="Put the bench away" onPress={() => useBench.setState({ bar: false })} />
      </View>
      <View className="flex-row flex-wrap items-center px-1">
        <DeviceBar>{children}</DeviceBar>
      </View>
      <PlaceBar />
    </View>
  );
}
