import Search from 'lucide-react-native/icons/search';
import { IconButton } from '@/ui';
import { keysShown } from './keys';
import { useGoTo } from './useGoTo';

/** The way to everything, by pointer. */
export function GoToButton() {
  return (
    <IconButton
      icon={Search}
      label={`Go anywhere: ${keysShown('Mod+K')}`}
      onPress={() => useGoTo.setState({ isOpen: true })}
    />
  );
}
