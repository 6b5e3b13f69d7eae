import { Text, View } from 'react-native';
import { accentColors, menuIcons } from '@/kit';
import type { AppSummary } from '@/worker';

const figures = new Intl.NumberFormat('en-GB');

/** The first screen of an app in small, in its own colours, with the figures that the shelf knows. */
export function AppGlance({ app }: { app: AppSummary }) {
  const { accent, tint } = accentColors[app.accent];
  const { glance, icon = { kind: 'letters', text: app.name.slice(0, 1).toUpperCase() } } = app;
  const Symbol = icon.kind === 'symbol' ? menuIcons[icon.name] : null;
  const color = `rgb(${accent})`;
  return (
    <View
      aria-hidden
      className="h-[164px] w-[116px] overflow-hidden rounded-[14px] border-4 border-bark"
      style={{ backgroundColor: '#fafafb' }}
    >
      <View style={{ backgroundColor: color }} className="flex-row items-center gap-1.5 px-2 pb-1.5 pt-2">
        <View className="h-5 w-5 items-center justify-center rounded bg-white">
          {Symbol ? (
            <Symbol size={12} color={color} />
          ) : (
            <Text style={{ color, fontSize: 9 }} className="font-bold">
              {icon.kind === 'letters' ? icon.text : ''}
            </Text>
          )}
        </View>
        <Text numberOfLines={2} style={{ fontSize: 9, lineHeight: 11 }} className="flex-1 font-bold text-white">
          {glance?.name ?? app.name}
        </Text>
      </View>
      <View className="gap-1 p-1.5">
        {(glance?.lines ?? []).map(({ kind, name, icon: picture, count }, index) => {
          const Icon = picture ? menuIcons[picture] : null;
          return kind === 'heading' ? (
            <Text key={index} numberOfLines={1} style={{ fontSize: 8, color: '#585c66' }} className="font-sans">
              {name}
            </Text>
          ) : (
            <View
              key={index}
              className="h-[18px] flex-row items-center gap-1 rounded bg-white px-1.5"
              style={{ borderColor: `rgb(${tint})`, borderWidth: 1 }}
            >
              {Icon ? <Icon size={8} color={color} /> : null}
              <Text numberOfLines={1} style={{ fontSize: 8, color: '#1c1e24' }} className="flex-1 font-sans">
                {name}
              </Text>
              <Text style={{ fontSize: 8, color: '#585c66' }} className="font-sans">
                {count === null ? '' : figures.format(count)}
              </Text>
            </View>
          );
        })}
      </View>
    </View>
  );
}
