import { Slot, useGlobalSearchParams, useLocalSearchParams } from 'expo-router';
import { readAddress, Workspace } from '@/studio';

export default function AppLayout() {
  const { appId } = useLocalSearchParams<{ appId: string }>();
  const { open = [], file } = useGlobalSearchParams<{ open?: string | string[]; file?: string }>();
  return (
    <>
      <Workspace appId={appId} asked={readAddress(typeof open === 'string' ? [open] : open, file)} />
      <Slot />
    </>
  );
}
