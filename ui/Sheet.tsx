import X from 'lucide-react-native/icons/x';
import { type ReactNode, useEffect, useRef } from 'react';
import { Modal, Pressable, ScrollView, View } from 'react-native';
import { IconButton } from './Button';
import { Pane, usePaneRoom } from './Pane';
import { Layer } from './Layer';
import { MessageRoom } from './Messages';
import { Text } from './Text';
import { useFocusBack } from './useFocusBack';
import { useWide } from './useWide';

interface SheetProps {
  title: string;
  onClose: () => void;
  children: ReactNode;
  foot?: ReactNode;
}

/** An editor of something: a pane where there is a room for it, otherwise over the place that it was opened from. */
export function Sheet(props: SheetProps) {
  const room = usePaneRoom();
  return room ? <Pane {...props} room={room} /> : <Over {...props} />;
}

/** From the foot on a phone, in the middle on a wide screen. */
function Over({ title, onClose, children, foot }: SheetProps) {
  const wide = useWide();
  const isEscapeTaken = useTakenEscape();
  useFocusBack();
  return (
    <Modal
      transparent
      visible
      animationType="none"
      onRequestClose={() => isEscapeTaken() || onClose()}
      aria-label={title}
    >
      <View className={`flex-1 ${wide ? 'items-center justify-center p-6' : 'justify-end'}`}>
        <Pressable aria-hidden tabIndex={-1} onPress={onClose} className="absolute inset-0 bg-black/45" />
        <View
          className={[
            'max-h-[92%] w-full overflow-hidden bg-paper',
            wide ? 'max-w-[560px] rounded-2xl' : 'rounded-t-2xl',
          ].join(' ')}
        >
          <View className="flex-row items-center justify-between border-b border-stem pl-5 pr-2 pt-2">
            <Text look="title" className="flex-1 py-3">
              {title}
            </Text>
            <IconButton icon={X} label="Close" onPress={onClose} />
          </View>
          <Layer>
            <ScrollView contentContainerClassName="gap-5 p-5" keyboardShouldPersistTaps="handled">
              {children}
            </ScrollView>
            <MessageRoom />
            {foot ? (
              <View className="flex-row flex-wrap justify-end gap-3 border-t border-stem bg-leaf px-5 py-3">
                {foot}
              </View>
            ) : null}
          </Layer>
        </View>
      </View>
    </Modal>
  );
}

/**
 * Whether Escape, as it is let go, has been taken by what lay over the sheet: a list of choices is closed when the key
 * goes down, and the sheet hears it only when it comes up again.
 */
function useTakenEscape(): () => boolean {
  const pressed = useRef<KeyboardEvent | null>(null);
  useEffect(() => {
    const keep = (event: KeyboardEvent) => {
      if (event.key === 'Escape' && !event.repeat) pressed.current = event;
    };
    window.addEventListener('keydown', keep, true);
    return () => window.removeEventListener('keydown', keep, true);
  }, []);
  return () => pressed.current?.defaultPrevented ?? false;
}
