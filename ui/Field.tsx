import { type ReactNode, useId } from 'react';
import { Pressable, Switch, Text as NativeText, TextInput, type TextInputProps, View } from 'react-native';
import { Picker } from './Picker';
import { Text } from './Text';

export const inputLook = 'min-h-[46px] rounded-lg border border-stem bg-leaf px-3 py-2 font-sans text-[16px] text-ink';

interface TextFieldProps extends TextInputProps {
  label: string;
  help?: string;
  fault?: string | null;
  /**
   * The most characters that it takes: told when they are nearly used up, and at fault beyond. Nothing typed is cut.
   */
  most?: number;
}

/** One line of text with its name above it, help or a fault below. */
export function TextField({ label, help, fault, most, ...input }: TextFieldProps) {
  const id = useId();
  const length = input.value?.length ?? 0;
  const wrong =
    fault ?? (most !== undefined && length > most ? `At most ${most} characters; this has ${length}.` : null);
  const left = most !== undefined && length > most * NEARLY ? `${length} of ${most} characters.` : null;
  const words = wrong ?? left ?? help;
  return (
    <View className="gap-1.5">
      <Text look="strong">{label}</Text>
      <TextInput
        aria-label={label}
        aria-invalid={Boolean(wrong)}
        aria-describedby={words ? id : undefined}
        autoCorrect={false}
        placeholderTextColor="var(--fs-placeholder)"
        {...input}
        className={`${inputLook} ${wrong ? 'border-rust' : ''}`}
      />
      {words ? (
        <NativeText
          nativeID={id}
          role={wrong ? 'alert' : undefined}
          className={`font-sans text-[15px] leading-5 ${wrong ? 'text-rust' : 'text-soft'}`}
        >
          {words}
        </NativeText>
      ) : null}
    </View>
  );
}

/** From here on a field tells how much of it is used. */
const NEARLY = 0.8;

/** So many are seen at once; more are found by typing. */
const SEEN_AT_ONCE = 8;

/** One of several: of a few as a row of words, of many by typing. */
export function ChoiceField<T extends string>({
  label,
  choices,
  value,
  onChange,
}: {
  label: string;
  choices: readonly { value: T; label: string }[];
  value: T;
  onChange: (value: T) => void;
}) {
  if (choices.length > SEEN_AT_ONCE)
    return <Picker label={label} options={choices} value={value} onChange={onChange} />;
  return (
    <View className="gap-1.5">
      <Text look="strong">{label}</Text>
      <View role="radiogroup" aria-label={label} className="flex-row flex-wrap gap-1.5">
        {choices.map((choice) => {
          const chosen = choice.value === value;
          return (
            <Pressable
              key={choice.value}
              role="radio"
              aria-checked={chosen}
              onPress={() => onChange(choice.value)}
              className={[
                'min-h-[44px] justify-center rounded-lg border px-3.5',
                chosen ? 'border-fern bg-fern-tint' : 'border-stem bg-leaf',
              ].join(' ')}
            >
              <NativeText className={`text-[16px] ${chosen ? 'font-medium text-fern' : 'font-sans text-ink'}`}>
                {choice.label}
              </NativeText>
            </Pressable>
          );
        })}
      </View>
    </View>
  );
}

/** One of several: of a few in the browser's own list, of many by typing. */
export function SelectField({
  label,
  options,
  value,
  onChange,
}: {
  label: string;
  options: readonly { value: string; label: string }[];
  value: string;
  onChange: (value: string) => void;
}) {
  if (options.length > SEEN_AT_ONCE)
    return <Picker label={label} options={options} value={value} onChange={onChange} />;
  return (
    <View className="gap-1.5">
      <Text look="strong">{label}</Text>
      <select
        aria-label={label}
        className="select-field"
        value={value}
        onChange={(event) => onChange(event.target.value)}
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    </View>
  );
}

/** On or off, with what that means. */
export function SwitchField({
  label,
  help,
  value,
  onChange,
}: {
  label: string;
  help?: string;
  value: boolean;
  onChange: (value: boolean) => void;
}) {
  return (
    <View className="min-h-[46px] flex-row items-center gap-4">
      <View className="flex-1">
        <Text look="strong">{label}</Text>
        {help ? <Text look="soft">{help}</Text> : null}
      </View>
      <Switch
        aria-label={label}
        value={value}
        onValueChange={onChange}
        trackColor={{ true: 'var(--fs-switch-on)', false: 'var(--fs-switch-off)' }}
        thumbColor="#ffffff"
        {...{ activeThumbColor: '#ffffff' }}
      />
    </View>
  );
}

/** A word of attention: amber for what is worth knowing, rust for what went wrong. */
export function Callout({ tone, children }: { tone: 'amber' | 'rust' | 'plum'; children: ReactNode }) {
  const look = { amber: 'bg-amber-tint', rust: 'bg-rust-tint', plum: 'bg-plum-tint' }[tone];
  const ink = { amber: 'text-amber', rust: 'text-rust', plum: 'text-plum' }[tone];
  return (
    <View role={tone === 'rust' ? 'alert' : 'status'} className={`rounded-lg px-4 py-3 ${look}`}>
      <NativeText className={`font-sans text-[15px] leading-[22px] ${ink}`}>{children}</NativeText>
    </View>
  );
}
