import X from 'lucide-react-native/icons/x';
import type { ReactNode } from 'react';
import { Modal, Pressable, ScrollView, View } from 'react-native';
import { IconButton } from './Button';
import { Text } from './Text';
import { useWide } from './useWide';

/** How much of a wide screen the running phone takes, at its right. */
export const PHONE_WIDTH = 412;

/**
 * An editor over the place that it was opened from: from the foot on a phone, in the middle on a wide screen; `beside`:
 * there it leaves the running phone in sight.
 */
export function Sheet({
  title,
  onClose,
  children,
  foot,
  beside = false,
}: {
  title: string;
  onClose: () => void;
  children: ReactNode;
  foot?: ReactNode;
  beside?: boolean;
}) {
  const wide = useWide();
  return (
    <Modal transparent visible animationType="none" onRequestClose={onClose} aria-label={title}>
      <View
        className={`flex-1 ${wide ? 'items-center justify-center p-6' : 'justify-end'}`}
        style={wide && beside ? { paddingRight: PHONE_WIDTH + 24 } : null}
      >
        <Pressable
          aria-hidden
          tabIndex={-1}
          onPress={onClose}
          className="absolute inset-0 bg-black/45"
          style={wide && beside ? { right: PHONE_WIDTH } : null}
        />
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
          <ScrollView contentContainerClassName="gap-5 p-5" keyboardShouldPersistTaps="handled">
            {children}
          </ScrollView>
          {foot ? (
            <View className="flex-row flex-wrap justify-end gap-3 border-t border-stem bg-leaf px-5 py-3">{foot}</View>
          ) : null}
        </View>
      </View>
    </Modal>
  );
}
