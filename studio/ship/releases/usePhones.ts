import { useQuery } from '@tanstack/react-query';
import type { KeptPhone } from '@/worker';
import { worker } from '../../client';
import { useApp } from '../../useApp';
import { phonesKey } from '../../workspace/pulled';

/** The phones that are kept at releases of the app. */
export function usePhones(): KeptPhone[] {
  const { appId } = useApp();
  return useQuery({ queryKey: phonesKey(appId), queryFn: () => worker().api.phones(appId) }).data ?? [];
}
