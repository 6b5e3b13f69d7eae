import ChevronRight from 'lucide-react-native/icons/chevron-right';
import Wrench from 'lucide-react-native/icons/wrench';
import type { ReactNode } from 'react';
import { Pressable, View } from 'react-native';
import { Icon, IconButton } from '@/ui';
import { useBench } from '../client';
import { PlaceBar } from '../workspace/PlaceBar';
import { DeviceBar } from './DeviceBar';
import { RippleLine } from './RippleLine';

/**
 * On a small screen the app runs alone. One small handle at its edge brings the bench: the last ripple, how the app is
 * looked at, what can be done with it, and the places.
 */
export function BenchBar({ children }: { children: ReactNode }) {
  const isShown = useBench((bench) => bench.bar);
  const show = (bar: boolean) => useBench.setState({ bar });
  if (!isShown)
    return (
      <Pressable
        role="button"
        aria-label="Show the bench"
        onPress={() => show(true)}
        className="absolute right-0 top-[42%] h-[52px] w-[44px] items-end justify-center"
      >
        <View className="h-[52px] w-[26px] items-center justify-center rounded-l-xl bg-bark/80">
          <Icon of={Wrench} size={16} color="#dfe9dc" />
        </View>
      </Pressable>
    );
  return (
    <View role="region" aria-label="Bench" className="border-t border-stem bg-leaf">
      <View className="flex-row items-center pl-3">
        <View className="min-w-0 flex-1">
          <RippleLine />
        </View>
        <IconButton icon={ChevronRight} label="Put the bench away" onPress={() => show(false)} />
      </View>
      <View className="flex-row flex-wrap items-center px-1">
        <DeviceBar>{children}</DeviceBar>
      </View>
      <PlaceBar />
    </View>
  );
}
