import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import Menu from 'lucide-react-native/icons/menu';
import type { LucideIcon } from 'lucide-react-native';
import { createContext, type ReactNode, useContext, useEffect } from 'react';
import { Pressable, ScrollView, Text as NativeText, View } from 'react-native';
import { useKit, useStack } from './context';
import { menuIcons } from './icons';
import { useColors } from './theme';
import { Text } from './Text';

/** The icon of the app: a symbol or letters, in its own colours turned round. */
export function AppMark() {
  const { app } = useKit();
  const colors = useColors();
  const { icon = { kind: 'letters', text: app.name.slice(0, 1).toUpperCase() } } = app.theme;
  const Symbol = icon.kind === 'symbol' ? menuIcons[icon.name] : null;
  return (
    <View aria-hidden className="h-12 w-12 items-center justify-center rounded-app bg-app-on-accent">
      {Symbol ? (
        <Symbol size={26} color={colors.accent} />
      ) : (
        <NativeText className="font-bold text-[20px] text-app-accent">
          {icon.kind === 'letters' ? icon.text : ''}
        </NativeText>
      )}
    </View>
  );
}

/** The head of the first screen: the app's icon and name on its own colour, and what is asked there. */
export function AppHead({ name, detail }: { name: string; detail?: string }) {
  return (
    <View className="flex-row items-center gap-3.5 bg-app-accent px-5 pb-5 pt-7">
      <FrameButton onAccent />
      <AppMark />
      <View className="flex-1 gap-0.5">
        <Text role="heading" aria-level={2} className="font-bold text-[24px] leading-7 text-app-on-accent">
          {name}
        </Text>
        {detail ? <Text className="font-sans text-[16px] text-app-on-accent">{detail}</Text> : null}
      </View>
    </View>
  );
}

/** The bar at the top of a screen: back, what the screen is, and what can be done on it. */
export function TopBar({
  title,
  detail,
  lines = 1,
  back,
  children,
}: {
  title: string;
  detail?: string;
  /** How many the title may take. */
  lines?: number;
  back?: ReactNode;
  children?: ReactNode;
}) {
  return (
    <View className="border-b border-app-line bg-app-card">
      <View className="min-h-[60px] flex-row items-center gap-1 px-2">
        {back ?? <BackButton />}
        <View className="flex-1 py-2">
          <Text
            role="heading"
            aria-level={2}
            numberOfLines={lines}
            className="font-bold text-[19px] leading-6 text-app-ink"
          >
            {title}
          </Text>
          {detail ? <Text className="font-sans text-[14px] text-app-soft">{detail}</Text> : null}
        </View>
        {children}
      </View>
    </View>
  );
}

function BackButton() {
  const { navigation } = useKit();
  return useStack().length > 1 ? (
    <IconButton icon={ArrowLeft} label="Back" onPress={navigation.back} />
  ) : (
    <FrameButton />
  );
}

/** Opens the app's menu, where its frame has one. */
function FrameButton({ onAccent = false }: { onAccent?: boolean }) {
  const open = useContext(OpenMenuContext);
  const colors = useColors();
  if (!open) return onAccent ? null : <View className="w-2" />;
  return (
    <Pressable
      role="button"
      aria-label="Menu"
      onPress={open}
      className="h-11 w-11 items-center justify-center rounded-full"
    >
      <Menu size={22} color={onAccent ? colors['on-accent'] : colors.ink} />
    </Pressable>
  );
}

/** Opens the menu that is the app's frame; null where it has none. */
export const OpenMenuContext = createContext<(() => void) | null>(null);

/** Something over the screen, from the foot of the phone. It stays inside the phone, so it is no system dialog. */
export function PhoneSheet({ title, onClose, children }: { title: string; onClose: () => void; children: ReactNode }) {
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
      <Pressable aria-hidden tabIndex={-1} onPress={onClose} className="absolute inset-0 bg-black/40" />
      <View role="dialog" aria-modal aria-label={title} className="max-h-[85%] rounded-t-3xl bg-app-card pb-4 pt-2">
        <Text numberOfLines={2} className="px-5 py-3 font-bold text-[17px] text-app-ink">
          {title}
        </Text>
        <ScrollView>{children}</ScrollView>
      </View>
    </View>
  );
}

export function IconButton({
  icon: Icon,
  label,
  onPress,
  tone = 'ink',
}: {
  icon: LucideIcon;
  label: string;
  onPress: () => void;
  tone?: 'ink' | 'accent' | 'danger';
}) {
  const colors = useColors();
  return (
    <Pressable
      role="button"
      aria-label={label}
      onPress={onPress}
      className="h-11 w-11 items-center justify-center rounded-full active:bg-app-tint"
    >
      <Icon size={22} color={colors[tone]} />
    </Pressable>
  );
}

export function ActionButton({
  label,
  onPress,
  kind = 'main',
  icon: Icon,
  disabled = false,
}: {
  label: string;
  onPress: () => void;
  kind?: 'main' | 'plain' | 'danger';
  icon?: LucideIcon;
  disabled?: boolean;
}) {
  const colors = useColors();
  const shape = kind === 'main' ? 'bg-app-accent' : 'border border-app-line bg-app-card';
  const ink = kind === 'main' ? 'text-app-on-accent' : kind === 'danger' ? 'text-app-danger' : 'text-app-ink';
  return (
    <Pressable
      role="button"
      disabled={disabled}
      aria-disabled={disabled}
      onPress={onPress}
      className={[
        'min-h-[48px] flex-row items-center justify-center gap-2 rounded-app px-4',
        shape,
        disabled ? 'opacity-60' : 'active:opacity-80',
      ].join(' ')}
    >
      {Icon ? (
        <Icon
          size={20}
          color={kind === 'main' ? colors['on-accent'] : kind === 'danger' ? colors.danger : colors.ink}
        />
      ) : null}
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

/** Something went wrong, or is still to come: a sentence in the middle of a screen, more of it, and one thing to do. */
export function Blank({
  text,
  more,
  action,
}: {
  text: string;
  more?: string;
  action?: { label: string; onPress: () => void };
}) {
  return (
    <View className="flex-1 items-center justify-center gap-5 px-8">
      <View className="max-w-[320px] gap-2">
        <Text className="text-center font-sans text-[16px] leading-6 text-app-soft">{text}</Text>
        {more ? <Text className="text-center font-sans text-[14px] leading-5 text-app-soft">{more}</Text> : null}
      </View>
      {action ? <ActionButton label={action.label} onPress={action.onPress} /> : null}
    </View>
  );
}
