import CircleHelp from 'lucide-react-native/icons/circle-question-mark';
import { IconButton } from '@/ui';
import { useRoom } from '../address';
import { helpOn } from './useHelp';

/** Help on what is open, by pointer. */
export function HelpButton() {
  const room = useRoom();
  return <IconButton icon={CircleHelp} label="Help: F1" onPress={() => helpOn(room)} />;
}
