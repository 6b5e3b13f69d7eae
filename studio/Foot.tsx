import { type ReactNode, useEffect } from 'react';
import { View } from 'react-native';
import { create } from 'zustand';

/** What messages always keep free: the bar of places, or the tabs of the running app. */
const LEAST = 64;

/** How high what stands at the foot of the screen is, in pixels: messages stand above it. */
export const useFoot = create<{ height: number }>(() => ({ height: LEAST }));

/** Something at the foot of the screen that stays in reach while a message is read. */
export function Foot({ children }: { children: ReactNode }) {
  useEffect(() => () => useFoot.setState({ height: LEAST }), []);
  return (
    <View
      onLayout={({ nativeEvent: { layout } }) =>
        useFoot.setState({ height: Math.max(LEAST, Math.round(layout.height)) })
      }
    >
      {children}
    </View>
  );
}
