import { useEffect, useMemo, useRef, useState } from 'react';
import { View } from 'react-native';
import { useQuery } from '@tanstack/react-query';
import type { Screen } from '@/core/model';
import { type Kit, navigationBy, StillScreen } from '@/kit';
import { useBench } from '../client';
import { useApp, useGeneration } from '../useApp';
import { placeOf } from './view';

const PHONE = { width: 390, height: 760 };
const SCALE = 0.34;

const still: Pick<Kit, 'navigation' | 'notify' | 'changeSettings' | 'print' | 'keep'> = {
  navigation: navigationBy(() => undefined),
  notify: () => undefined,
  changeSettings: () => undefined,
  print: () => undefined,
  keep: { read: async () => null, write: async () => undefined },
};

/** A screen in small, with the rows of now. It is drawn when it comes into sight. */
export function Miniature({ kit, screen }: { kit: Kit; screen: Screen }) {
  const { appId, state } = useApp();
  const generation = useGeneration();
  const person = useBench((bench) => bench.person);
  const box = useRef<HTMLDivElement>(null);
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    if (!box.current || seen) return;
    const observer = new IntersectionObserver(
      (entries) => entries.some(({ isIntersecting }) => isIntersecting) && setSeen(true),
      { rootMargin: '200px' },
    );
    observer.observe(box.current);
    return () => observer.disconnect();
  }, [seen]);
  const place = useQuery({
    queryKey: ['miniature', appId, generation, person, screen.id],
    queryFn: () => placeOf(appId, state.definition, screen, person),
    enabled: seen,
    gcTime: 0,
  });
  const small = useMemo(() => ({ ...kit, ...still }), [kit]);
  return (
    <div
      ref={box}
      inert
      aria-hidden
      className="miniature"
      style={{ width: PHONE.width * SCALE, height: PHONE.height * SCALE, overflow: 'hidden' }}
    >
      {place.data ? (
        <View
          style={{
            width: PHONE.width,
            height: PHONE.height,
            transform: [{ scale: SCALE }],
            transformOrigin: 'top left',
          }}
        >
          <StillScreen kit={small} place={place.data} />
        </View>
      ) : null}
    </div>
  );
}
