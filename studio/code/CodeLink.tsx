import { useRouter } from 'expo-router';
import FileCode from 'lucide-react-native/icons/file-code';
import { Button } from '@/ui';
import { useApp } from '../useApp';

/** Leads to where something of the app, by its id, stands in the finished project. */
export function CodeLink({ of }: { of: string }) {
  const { appId } = useApp();
  const router = useRouter();
  return (
    <Button icon={FileCode} label="Read its code" onPress={() => router.push(`/apps/${appId}/ship/code?of=${of}`)} />
  );
}
