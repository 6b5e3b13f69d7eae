import type { LucideIcon } from 'lucide-react-native';
import { Pressable, Text } from 'react-native';
import { Icon } from './Icon';

export const color = (
  name: 'ink' | 'soft' | 'fern' | 'on-fern' | 'plum' | 'rust' | 'amber' | 'leaf' | 'paper' | 'stem',
): string => `rgb(var(--fs-${name}))`;

interface ButtonProps {
  label: string;
  onPress: () => void;
  /** `quiet` stands back: a picture and its name, without a frame. */
  kind?: 'main' | 'plain' | 'danger' | 'quiet';
  icon?: LucideIcon;
  disabled?: boolean;
}

const shapes = {
  main: 'bg-fern px-4',
  plain: 'border border-stem bg-leaf px-4',
  danger: 'border border-rust bg-leaf px-4',
  quiet: 'px-2.5 hover:bg-fern-tint',
};
const inks = { main: 'text-on-fern', plain: 'text-ink', danger: 'text-rust', quiet: 'text-ink' };
const icons = { main: 'on-fern', plain: 'ink', danger: 'rust', quiet: 'fern' } as const;

/** A button with words. One of kind `main` a screen. */
export function Button({ label, onPress, kind = 'plain', icon, disabled = false }: ButtonProps) {
  return (
    <Pressable
      role="button"
      disabled={disabled}
      aria-disabled={disabled}
      onPress={onPress}
      className={[
        'min-h-[44px] max-w-full flex-row items-center justify-center gap-2 rounded-lg transition-opacity duration-150',
        shapes[kind],
        disabled ? 'opacity-50' : 'hover:opacity-95 active:opacity-70',
      ].join(' ')}
    >
      {icon ? <Icon of={icon} size={19} color={color(icons[kind])} /> : null}
      <Text className={`shrink font-medium text-[16px] ${inks[kind]}`}>{label}</Text>
    </Pressable>
  );
}

/** A button that is only a picture; its label is for those who do not see it. */
export function IconButton({
  icon,
  label,
  onPress,
  disabled = false,
  tone = 'ink',
  pressed,
}: {
  icon: LucideIcon;
  label: string;
  onPress: () => void;
  disabled?: boolean;
  tone?: 'ink' | 'soft' | 'rust' | 'leaf';
  /** Of a button that stays pressed. */
  pressed?: boolean;
}) {
  return (
    <Pressable
      role="button"
      aria-label={label}
      aria-pressed={pressed}
      disabled={disabled}
      aria-disabled={disabled}
      onPress={onPress}
      className={[
        pressed ? 'bg-fern-tint' : '',
        'h-11 w-11 items-center justify-center rounded-lg transition-opacity duration-150',
        disabled ? 'opacity-40' : 'hover:opacity-80 active:opacity-60',
      ].join(' ')}
    >
      <Icon of={icon} size={21} color={color(tone)} />
    </Pressable>
  );
}
