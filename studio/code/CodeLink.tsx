import FileCode from 'lucide-react-native/icons/file-code';
import { Button } from '@/ui';
import { useOpen } from '../address';

/** Stands before the id of something of the app, in the address of its file. */
export const OF = 'of:';

/** Leads to where something of the app, by its id, stands in the finished project. */
export function useReadCode(): (of: string) => void {
  const { open } = useOpen();
  return (of) => open({ room: 'code', id: `${OF}${of}` });
}

export function CodeLink({ of }: { of: string }) {
  const readCode = useReadCode();
  return <Button icon={FileCode} label="Read its code" onPress={() => readCode(of)} />;
}
