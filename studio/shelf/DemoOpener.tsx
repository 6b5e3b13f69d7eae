import { useRouter } from 'expo-router';
import { useEffect } from 'react';
import { View } from 'react-native';
import { Text } from '@/ui';
import { worker } from '../client';
import { recalling } from '../recall';
import { sayProblem } from '../Toasts';

/** Puts the theatre on the shelf if it is not there, and opens it running; its first screen is drawn meanwhile. */
export function DemoOpener() {
  const router = useRouter();
  useEffect(() => {
    let shown: string | undefined;
    const show = (id: string) => {
      if (shown !== id) router.replace(`/apps/${id}/run`);
      shown = id;
    };
    void recalling.then((recalled) => recalled && !shown && show(recalled.appId));
    worker()
      .api.installDemo('theatre')
      .then(({ id }) => show(id))
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
