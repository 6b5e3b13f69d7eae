import { type RefObject, useLayoutEffect, useRef } from 'react';
import type { NativeScrollEvent, NativeSyntheticEvent, ScrollView } from 'react-native';

interface Scroll {
  ref: RefObject<ScrollView | null>;
  onScroll: (event: NativeSyntheticEvent<NativeScrollEvent>) => void;
  scrollEventThrottle: number;
}

/** For a scroll view that shows one thing after another: each is shown from its top. */
export function useTopOf(id: string): Scroll {
  const ref = useRef<ScrollView>(null);
  // Kept here, since asking the view would have it laid out at once.
  const isAway = useRef(false);
  useLayoutEffect(() => {
    if (isAway.current) ref.current?.scrollTo({ y: 0, animated: false });
  }, [id]);
  return {
    ref,
    scrollEventThrottle: 100,
    onScroll: ({ nativeEvent }) => void (isAway.current = nativeEvent.contentOffset.y > 0),
  };
}
