import Check from 'lucide-react-native/icons/check';
import { useEffect } from 'react';
import { Pressable, ScrollView, Text, View } from 'react-native';
import { useColors } from './theme';

export interface SheetAction {
  label: string;
  onPress: () => void;
  danger?: boolean;
  selected?: boolean;
}

/** A choice of things to do, from the foot of the phone. It stays inside the phone, so it is no system dialog. */
export function ActionSheet({ title, actions, onClose }: { title: string; actions: readonly SheetAction[]; onClose: () => void }) {
  const colors = useColors();
  useEffect(() => {
    if (typeof document === 'undefined') return;
    const before = document.activeElement as HTMLElement | null;
    const close = (event: KeyboardEvent) => event.key === 'Escape' && onClose();
    document.addEventListener('keydown', close);
    return () => {
      document.removeEventListener('keydown', close);
      before?.focus?.();
    };
  }, [onClose]);
  return (
    <View className="absolute inset-0 z-10 justify-end">
      <Pressable aria-label="Close" tabIndex={-1} onPress={onClose} className="absolute inset-0 bg-black/40" />
      <View role="dialog" aria-modal aria-label={title} className="max-h-[80%] rounded-t-3xl bg-app-card pb-4 pt-2">
        <Text numberOfLines={2} className="px-5 py-3 font-bold text-[17px] text-app-ink">
          {title}
        </Text>
        <ScrollView>
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
        </ScrollView>
      </View>
    </View>
  );
}

function focus(element: unknown): void {
  (element as { focus?: () => void } | null)?.focus?.();
}
