import { View } from 'react-native';
import { ActionButton, PhoneSheet } from '../base/parts';
import { Text } from '../base/Text';

/** Asked on leaving a form with changes that are not saved. */
export function LeavingForm({
  onStay,
  onKeep,
  onDiscard,
}: {
  onStay: () => void;
  onKeep: () => void;
  onDiscard: () => void;
}) {
  return (
    <PhoneSheet title="Not saved yet" onClose={onStay}>
      <View className="gap-3 px-5 pb-2">
        <Text className="font-sans text-[16px] leading-6 text-app-ink">
          What you typed can wait here until you come back, also when the app is closed.
        </Text>
        <ActionButton label="Keep it as a draft" onPress={onKeep} />
        <ActionButton kind="danger" label="Discard it" onPress={onDiscard} />
        <ActionButton kind="plain" label="Go on typing" onPress={onStay} />
      </View>
    </PhoneSheet>
  );
}
