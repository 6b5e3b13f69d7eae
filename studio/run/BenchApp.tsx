import { useQuery } from '@tanstack/react-query';
import { type ReactNode, useEffect, useMemo } from 'react';
import { View } from 'react-native';
import { AT_START } from '@/kit';
import { Button, Text } from '@/ui';
import { AppProvider } from '../AppProvider';
import { useBench, worker } from '../client';
import { keys } from '../queries';
import { compiled, PhoneAppContext, useApp } from '../useApp';
import { phonesKey } from '../workspace/pulled';

/** Puts a phone on the bench: one that is kept at a release, or null, the one that has the plan of today. */
export const putOnBench = (phone: string | null): void =>
  useBench.setState({ phone, person: null, way: AT_START, notices: [] });

/**
 * What is on the bench: the app of today, or a phone that is kept at one of its releases. `isTold`: which one, where that
 * is not said beside it.
 */
export function BenchApp({ children, isTold = true }: { children: ReactNode; isTold?: boolean }) {
  const phone = useBench((bench) => bench.phone);
  return phone === null ? (
    <>{children}</>
  ) : (
    <Kept key={phone} phoneId={phone} isTold={isTold}>
      {children}
    </Kept>
  );
}

function Kept({ phoneId, isTold, children }: { phoneId: string; isTold: boolean; children: ReactNode }) {
  const opened = useQuery({
    queryKey: keys.app(phoneId),
    queryFn: () => worker().api.openPhone(phoneId),
    staleTime: Infinity,
    gcTime: 0,
  });
  const state = opened.data?.kind === 'open' ? opened.data.state : null;
  const now = useMemo(
    () =>
      state && {
        app: { appId: phoneId, state, compiled: compiled(state.definition) },
        generation: state.generation,
      },
    [phoneId, state],
  );
  // One that is gone, or that another tab has, leaves the bench.
  const isAway = opened.isError || (opened.data !== undefined && state === null);
  useEffect(() => void (isAway && putOnBench(null)), [isAway]);
  return (
    <>
      {isTold ? <PhoneStrip phoneId={phoneId} /> : null}
      {now ? (
        <AppProvider of={now}>
          <PhoneAppContext.Provider value={now}>{children}</PhoneAppContext.Provider>
        </AppProvider>
      ) : null}
    </>
  );
}

/** Which phone it is that is not of today, and the way back. */
function PhoneStrip({ phoneId }: { phoneId: string }) {
  const { appId, state } = useApp();
  const phones = useQuery({ queryKey: phonesKey(appId), queryFn: () => worker().api.phones(appId) });
  const phone = phones.data?.find(({ id }) => id === phoneId);
  const version = state.releases.find(({ id }) => id === phone?.releaseId)?.version;
  return (
    <View
      role="group"
      aria-label="Phone on the bench"
      className="mt-1 flex-row flex-wrap items-center gap-x-3 rounded-lg bg-amber-tint pl-3 pr-1"
    >
      <Text look="body" className="min-w-0 flex-1 py-2" numberOfLines={2}>
        {phone ? `${phone.name} · ${version ? `release ${version}` : 'not of a release'}` : ' '}
      </Text>
      <Button kind="quiet" label="Back to today" onPress={() => putOnBench(null)} />
    </View>
  );
}
