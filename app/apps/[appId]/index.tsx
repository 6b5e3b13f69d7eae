import { Redirect, useLocalSearchParams } from 'expo-router';

export default function AppIndex() {
  const { appId } = useLocalSearchParams<{ appId: string }>();
  return <Redirect href={`/apps/${appId}/plan`} />;
}
