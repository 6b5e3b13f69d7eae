import CircleHelp from 'lucide-react-native/icons/circle-question-mark';
import { IconButton } from '@/ui';
import { useAddress } from '../address';
import { helpOn } from './useHelp';

/** Help on what is open, by pointer. */
export function HelpButton() {
  const { room } = useAddress();
  return <IconButton icon={CircleHelp} label="Help: F1" onPress={() => helpOn(room)} />;
}
