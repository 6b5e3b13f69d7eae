import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import type { LucideIcon } from 'lucide-react-native';
import type { ReactNode } from 'react';
import { Pressable, Text, View } from 'react-native';
import { useKit, useStack } from './context';
import { useColors } from './theme';

/** The head of the first screen: the app's name on its own colour, and what is asked there. */
export function AppHead({ name, detail }: { name: string; detail?: string }) {
  return (
    <View className="gap-1 bg-app-accent px-5 pb-6 pt-8">
      <Text role="heading" aria-level={2} className="font-bold text-[26px] leading-8 text-app-on-accent">
        {name}
      </Text>
      {detail ? <Text className="font-sans text-[16px] text-app-on-accent">{detail}</Text> : null}
    </View>
  );
}

/** The bar at the top of a screen: back, what the screen is, and what can be done on it. */
export function TopBar({ title, detail, children }: { title: string; detail?: string; children?: ReactNode }) {
  return (
    <View className="min-h-[60px] flex-row items-center gap-1 border-b border-app-line bg-app-card px-2">
      <BackButton />
      <View className="flex-1 py-2">
        <Text role="heading" aria-level={2} numberOfLines={1} className="font-bold text-[19px] text-app-ink">
          {title}
        </Text>
        {detail ? <Text className="font-sans text-[14px] text-app-soft">{detail}</Text> : null}
      </View>
      {children}
    </View>
  );
}

function BackButton() {
  const { navigation } = useKit();
  return useStack().length > 1 ? <IconButton icon={ArrowLeft} label="Back" onPress={navigation.back} /> : <View className="w-2" />;
}

export function IconButton({ icon: Icon, label, onPress, tone = 'ink' }: { icon: LucideIcon; label: string; onPress: () => void; tone?: 'ink' | 'accent' | 'danger' }) {
  const colors = useColors();
  return (
    <Pressable role="button" aria-label={label} onPress={onPress} className="h-11 w-11 items-center justify-center rounded-full active:bg-app-tint">
      <Icon size={22} color={colors[tone]} />
    </Pressable>
  );
}

export function ActionButton({ label, onPress, kind = 'main', disabled = false }: { label: string; onPress: () => void; kind?: 'main' | 'plain' | 'danger'; disabled?: boolean }) {
  const shape = kind === 'main' ? 'bg-app-accent' : 'border border-app-line bg-app-card';
  const ink = kind === 'main' ? 'text-app-on-accent' : kind === 'danger' ? 'text-app-danger' : 'text-app-ink';
  return (
    <Pressable role="button" disabled={disabled} aria-disabled={disabled} onPress={onPress} className={`min-h-[48px] items-center justify-center rounded-xl px-4 ${shape} ${disabled ? 'opacity-60' : 'active:opacity-80'}`}>
      <Text className={`font-bold text-[16px] ${ink}`}>{label}</Text>
    </Pressable>
  );
}

/** A record in a row: its name, and below it a line of facts where there are any. */
export function RowText({ name, line }: { name: string; line: string }) {
  return (
    <>
      <Text numberOfLines={1} className="font-medium text-[16px] text-app-ink">
        {name}
      </Text>
      {line ? (
        <Text numberOfLines={1} className="font-sans text-[14px] text-app-soft">
          {line}
        </Text>
      ) : null}
    </>
  );
}

/** Something went wrong, or is still to come: a sentence in the middle of a screen and one thing to do. */
export function Blank({ text, action }: { text: string; action?: { label: string; onPress: () => void } }) {
  return (
    <View className="flex-1 items-center justify-center gap-5 px-8">
      <Text className="max-w-[320px] text-center font-sans text-[16px] leading-6 text-app-soft">{text}</Text>
      {action ? <ActionButton label={action.label} onPress={action.onPress} /> : null}
    </View>
  );
}
