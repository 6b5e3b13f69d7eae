import { forwardRef } from 'react';
import { Pressable, type PressableProps, type View } from 'react-native';

/**
 * Something to press that leads elsewhere. On the web a pressed Enter is left to the browser where the role is a link,
 * and the browser does nothing without an address: so the key is heard here.
 */
export const LinkPress = forwardRef<
  View,
  Omit<PressableProps, 'onPress'> & { onPress: () => void; className?: string }
>(function LinkPress({ onPress, ...rest }, ref) {
  const keys = {
    onKeyDown: (event: { key: string; preventDefault(): void }) => {
      if (event.key !== 'Enter') return;
      event.preventDefault();
      onPress();
    },
  };
  return <Pressable ref={ref} role="link" {...rest} onPress={() => onPress()} {...keys} />;
});
