import { useLocalSearchParams, useSegments } from 'expo-router';
import { Workspace } from '@/studio';

export default function AppLayout() {
  const { appId } = useLocalSearchParams<{ appId: string }>();
  const segments: string[] = useSegments();
  return <Workspace appId={appId} place={segments[2] ?? 'plan'} />;
}
