import { useRouter } from 'expo-router';
import { useEffect } from 'react';
import { View } from 'react-native';
import { Text } from '@/ui';
import { worker } from '../client';
import { sayProblem } from '../Toasts';

/** Puts the theatre on the shelf if it is not there, and opens it running. */
export function DemoOpener() {
  const router = useRouter();
  useEffect(() => {
    worker()
      .api.installDemo('theatre')
      .then(({ id }) => router.replace(`/apps/${id}/run`))
      .catch((error) => {
        sayProblem(error);
        router.replace('/');
      });
  }, [router]);
  return (
    <View className="flex-1 items-center justify-center bg-paper">
      <Text look="soft">Setting up Lantern Lane Playhouse…</Text>
    </View>
  );
}
