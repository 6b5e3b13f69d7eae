import { Pressable, View } from 'react-native';
import type { ScreenKind } from '@/core/model';
import { screenOf, useKit, useStack } from '../base/context';
import { menuIcons } from '../base/icons';
import { Text } from '../base/Text';
import { useColors } from '../base/theme';

/** What stands for a screen where no menu gives it an icon. */
const kindIcons: Record<ScreenKind, keyof typeof menuIcons> = {
  list: 'list',
  record: 'list',
  form: 'list',
  menu: 'list',
  report: 'chart',
  calendar: 'calendar',
  scan: 'barcode',
  settings: 'settings',
};

/** The screens that the app's frame leads to, one after another. */
export function useFrameWays(): { screenId: string; name: string; icon: keyof typeof menuIcons; isHere: boolean }[] {
  const { app } = useKit();
  const root = useStack()[0]?.screenId ?? app.startId;
  const icons = app.screens
    .flatMap((screen) => (screen.kind === 'menu' ? screen.menu.entries : []))
    .flatMap((entry) => (entry.kind === 'screen' && entry.icon ? [[entry.screenId, entry.icon] as const] : []));
  return (app.frame?.screenIds ?? []).map((screenId) => {
    const screen = screenOf(app, screenId);
    const own = icons.find(([id]) => id === screenId)?.[1];
    return {
      screenId,
      name: screen?.name ?? '',
      icon: own ?? (screenId === app.startId || !screen ? 'home' : kindIcons[screen.kind]),
      isHere: screenId === root,
    };
  });
}

/** Tabs at the foot of the phone. */
export function FrameTabs() {
  const { navigation } = useKit();
  const colors = useColors();
  return (
    <View role="tablist" aria-label="Parts of the app" className="flex-row border-t border-app-line bg-app-card">
      {useFrameWays().map(({ screenId, name, icon, isHere }) => {
        const Icon = menuIcons[icon];
        return (
          <Pressable
            key={screenId}
            role="tab"
            aria-selected={isHere}
            onPress={() => navigation.reset({ screenId })}
            className="min-h-[58px] flex-1 items-center justify-center gap-0.5 px-1 py-1.5 active:bg-app-tint"
          >
            <Icon size={21} color={isHere ? colors.accent : colors.soft} aria-hidden />
            <Text
              numberOfLines={1}
              className={`text-[12px] ${isHere ? 'font-bold text-app-accent' : 'font-sans text-app-soft'}`}
            >
              {name}
            </Text>
          </Pressable>
        );
      })}
    </View>
  );
}
