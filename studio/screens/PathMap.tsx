import { useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import { G, Path } from 'react-native-svg';
import { arrowPath, linePath, screenMap } from '@/core/map';
import { Button, Callout, color, Text } from '@/ui';
import { counted } from '../counted';
import { MapCanvas } from '../map';
import { useApp } from '../useApp';
import { kindWords } from './kinds';

/** Which screen leads to which: a tap brings one out and tells by what; a second tap opens it. */
export function PathMap({ onOpen }: { onOpen: (screenId: string) => void }) {
  const { definition } = useApp().state;
  const map = useMemo(() => screenMap(definition), [definition]);
  const [focus, setFocus] = useState<string | null>(null);
  const nameOf = (id: string) => map.screens.find((screen) => screen.id === id)?.name ?? '';
  const ways = map.ways.filter(({ from, to }) => from === focus || to === focus);
  const near = focus ? new Set([focus, ...ways.flatMap(({ from, to }) => [from, to])]) : null;
  const lost = map.screens.filter(({ isLost }) => isLost);
  return (
    <View className="gap-3">
      {lost.length > 0 ? (
        <Callout tone="amber">
          {[
            `${counted(lost.length, 'screen', 'screens')} nobody can come to: ${lost.map(({ name }) => name).join(', ')}.`,
            `Lead there from a menu, or remove ${lost.length === 1 ? 'it' : 'them'}.`,
          ].join(' ')}
        </Callout>
      ) : null}
      <MapCanvas
        label="Map of screens"
        width={map.width}
        height={map.height}
        onWhole={() => setFocus(null)}
        lines={map.ways.map(({ from, to, points }) => {
          const faint = focus !== null && from !== focus && to !== focus;
          return (
            <G key={`${from} ${to}`} opacity={faint ? 0.08 : focus ? 1 : 0.5}>
              <Path d={linePath(points)} stroke={color('plum')} strokeWidth={1.5} fill="none" />
              <Path d={arrowPath(points)} stroke={color('plum')} strokeWidth={1.5} fill="none" />
            </G>
          );
        })}
        plates={map.screens.map(({ id, name, kind, isStart, isLost, x, y, width, height }) => (
          <Pressable
            key={id}
            role="button"
            aria-label={`${name}, ${kindWords(kind)}${isStart ? ', start' : isLost ? ', no way leads here' : ''}`}
            aria-pressed={focus === id}
            onPress={() => (focus === id ? onOpen(id) : setFocus(id))}
            style={{ position: 'absolute', left: x, top: y, width, height, opacity: near && !near.has(id) ? 0.25 : 1 }}
            className={[
              'justify-center rounded-lg px-3',
              isLost
                ? 'border-2 border-dashed border-amber bg-amber-tint'
                : isStart
                  ? 'border-2 border-fern bg-fern-tint'
                  : focus === id
                    ? 'border border-fern bg-fern-tint'
                    : 'border border-ink bg-paper',
            ].join(' ')}
          >
            <Text look="strong" numberOfLines={1}>
              {name}
            </Text>
            <Text look="soft">{isStart ? `${kindWords(kind)}, start` : kindWords(kind)}</Text>
          </Pressable>
        ))}
      />
      {focus ? (
        <View className="gap-1">
          <View role="list" aria-label={`Ways of ${nameOf(focus)}`} className="gap-1">
            {ways.map(({ from, to, by }) => (
              <View key={`${from} ${to}`} role="listitem">
                <Text look="body">{`${nameOf(from)} → ${nameOf(to)}: ${by.join(', ')}`}</Text>
              </View>
            ))}
          </View>
          <View className="items-start pt-2">
            <Button label={`Design ${nameOf(focus)}`} onPress={() => onOpen(focus)} />
          </View>
        </View>
      ) : (
        <Text look="soft">Tap a screen to see what leads to it and where it leads; tap it again to design it.</Text>
      )}
    </View>
  );
}
