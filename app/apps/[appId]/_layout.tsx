import { Slot, useGlobalSearchParams, useLocalSearchParams } from 'expo-router';
import { Workspace } from '@/studio';

export default function AppLayout() {
  const { appId } = useLocalSearchParams<{ appId: string }>();
  const { open = [] } = useGlobalSearchParams<{ open?: string | string[] }>();
  return (
    <>
      <Workspace appId={appId} segments={typeof open === 'string' ? [open] : open} />
      <Slot />
    </>
  );
}
