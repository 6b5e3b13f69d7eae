import { TextInput, View } from 'react-native';
import { inputClass } from '../fields/fieldProps';
import { Text } from '../base/Text';

/** Digits that are not shown. */
export function PinInput({
  label,
  value,
  onChange,
  onDone,
  fault,
}: {
  label: string;
  value: string;
  onChange: (pin: string) => void;
  onDone: () => void;
  fault: string | null;
}) {
  return (
    <View className="gap-1.5">
      <Text className="font-medium text-[15px] text-app-ink">{label}</Text>
      <TextInput
        aria-label={label}
        aria-invalid={fault !== null}
        autoFocus
        secureTextEntry
        inputMode="numeric"
        maxLength={8}
        autoComplete="off"
        value={value}
        onChangeText={(text) => onChange(text.replace(/\D/g, ''))}
        onSubmitEditing={onDone}
        className={`${inputClass} ${fault ? 'border-app-danger' : 'border-app-line'}`}
      />
      {fault ? (
        <Text role="alert" className="font-sans text-[14px] text-app-danger">
          {fault}
        </Text>
      ) : null}
    </View>
  );
}
