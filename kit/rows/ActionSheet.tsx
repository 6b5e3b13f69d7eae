import Check from 'lucide-react-native/icons/check';
import { Pressable } from 'react-native';
import { PhoneSheet } from '../base/parts';
import { Text } from '../base/Text';
import { useColors } from '../base/theme';

export interface SheetAction {
  label: string;
  onPress: () => void;
  danger?: boolean;
  selected?: boolean;
}

/** A choice of things to do. */
export function ActionSheet({
  title,
  actions,
  onClose,
}: {
  title: string;
  actions: readonly SheetAction[];
  onClose: () => void;
}) {
  const colors = useColors();
  return (
    <PhoneSheet title={title} onClose={onClose}>
      {actions.map(({ label, onPress, danger, selected }, index) => (
        <Pressable
          key={label}
          role="button"
          aria-pressed={selected}
          ref={index === 0 ? focus : undefined}
          onPress={() => {
            onClose();
            onPress();
          }}
          className="min-h-[50px] flex-row items-center justify-between px-5 active:bg-app-tint"
        >
          <Text className={`font-sans text-[16px] ${danger ? 'text-app-danger' : 'text-app-ink'}`}>{label}</Text>
          {selected ? <Check size={20} color={colors.accent} /> : null}
        </Pressable>
      ))}
      <Pressable role="button" onPress={onClose} className="min-h-[50px] justify-center px-5 active:bg-app-tint">
        <Text className="font-sans text-[16px] text-app-soft">Cancel</Text>
      </Pressable>
    </PhoneSheet>
  );
}

function focus(element: unknown): void {
  (element as { focus?: () => void } | null)?.focus?.();
}
