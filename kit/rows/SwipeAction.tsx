import Pencil from 'lucide-react-native/icons/pencil';
import { Pressable } from 'react-native';
import type { RowLook } from './rowLook';
import type { ColorName } from '../base/theme';
import { ACTION_WIDTH } from './useRowSwipe';

export function SwipeAction({
  icon: Icon,
  label,
  height,
  look,
  ground,
  tone,
  onPress,
}: {
  icon: typeof Pencil;
  label: string;
  height: number;
  look: RowLook;
  ground: ColorName;
  tone: ColorName;
  onPress: () => void;
}) {
  return (
    <Pressable
      onPress={onPress}
      tabIndex={-1}
      aria-label={label}
      style={{
        height,
        width: ACTION_WIDTH,
        alignItems: 'center',
        justifyContent: 'center',
        backgroundColor: look.colors[ground],
      }}
    >
      <Icon size={22} color={look.colors[tone]} />
    </Pressable>
  );
}
