import { useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import { G, Path, Text as SvgText } from 'react-native-svg';
import { endPath, linePath, mapMermaid, mapSvg, neighbours, planMap } from '@/core/map';
import { Button, color, Text } from '@/ui';
import { downloadFile, fileName } from '../files';
import { MapCanvas } from '../map';
import { useApp } from '../useApp';

/**
 * The tables and links of a plan as a map: one table with its neighbours is brought out by a tap; a second tap opens
 * it.
 */
export function PlanMapView({ onOpen }: { onOpen: (tableId: string) => void }) {
  const { definition } = useApp().state;
  const map = useMemo(() => planMap(definition), [definition]);
  const [focus, setFocus] = useState<string | null>(null);
  const near = useMemo(
    () => (focus && map.tables.some(({ id }) => id === focus) ? neighbours(map, focus) : null),
    [map, focus],
  );
  const press = (id: string) => (focus === id ? onOpen(id) : setFocus(id));
  const focused = map.tables.find(({ id }) => id === focus)?.name ?? '';
  return (
    <View className="gap-3">
      <MapCanvas
        label="Map of tables and links"
        width={map.width}
        height={map.height}
        onWhole={() => setFocus(null)}
        lines={map.links.map(({ id, from: one, to: many, points, one: isOne, label, labelAt }) => {
          const faint = near !== null && one !== focus && many !== focus;
          return (
            <G key={id} opacity={faint ? 0.12 : 1}>
              <Path d={linePath(points)} stroke={color('plum')} strokeWidth={1.5} fill="none" />
              <Path d={endPath(points, isOne)} stroke={color('plum')} strokeWidth={1.5} fill="none" />
              <SvgText x={labelAt.x} y={labelAt.y - 4} fontSize={12} textAnchor="middle" fill={color('soft')}>
                {label}
              </SvgText>
            </G>
          );
        })}
        plates={map.tables.map(({ id, name, facts, x, y, width, height }) => (
          <Pressable
            key={id}
            role="button"
            aria-label={`${name}, ${facts}`}
            aria-pressed={focus === id}
            onPress={() => press(id)}
            style={{ position: 'absolute', left: x, top: y, width, height, opacity: near && !near.has(id) ? 0.25 : 1 }}
            className={[
              'justify-center rounded-lg border px-3.5',
              focus === id ? 'border-fern bg-fern-tint' : 'border-ink bg-paper',
            ].join(' ')}
          >
            <Text look="strong" numberOfLines={1}>
              {name}
            </Text>
            <Text look="soft">{facts}</Text>
          </Pressable>
        ))}
        buttons={
          <>
            <Button
              label="Download SVG"
              onPress={() => downloadFile(fileName(definition.name, 'svg'), mapSvg(map), 'image/svg+xml')}
            />
            <Button
              label="Download Mermaid"
              onPress={() => downloadFile(fileName(definition.name, 'mmd'), mapMermaid(definition), 'text/plain')}
            />
          </>
        }
      />
      {focus && near ? (
        <View className="gap-1">
          <View role="list" aria-label={`Links of ${focused}`} className="gap-1">
            {map.links
              .filter(({ from: one, to: many }) => one === focus || many === focus)
              .map(({ id, sentence }) => (
                <View key={id} role="listitem">
                  <Text look="body">{sentence}</Text>
                </View>
              ))}
          </View>
          <View className="items-start pt-2">
            <Button label={`Open ${focused}`} onPress={() => onOpen(focus)} />
          </View>
        </View>
      ) : (
        <Text look="soft">Tap a table to bring it out with what it is linked to; tap it again to open it.</Text>
      )}
    </View>
  );
}
