import Maximize from 'lucide-react-native/icons/maximize';
import ZoomIn from 'lucide-react-native/icons/zoom-in';
import ZoomOut from 'lucide-react-native/icons/zoom-out';
import { useMemo, useRef, useState } from 'react';
import { type LayoutChangeEvent, Pressable, View } from 'react-native';
import { Gesture, GestureDetector, GestureHandlerRootView } from 'react-native-gesture-handler';
import Svg, { G, Path, Text as SvgText } from 'react-native-svg';
import { endPath, linePath, mapMermaid, mapSvg, neighbours, planMap } from '@/core/map';
import { Button, color, IconButton, Text } from '@/ui';
import { downloadFile, fileName } from '../files';
import { useApp } from '../useApp';

interface Sight {
  x: number;
  y: number;
  scale: number;
}
const SCALES = { least: 0.2, most: 2.5, step: 1.3 };
const between = (value: number) => Math.min(SCALES.most, Math.max(SCALES.least, value));

/** The tables and links of a plan as a map: dragged, zoomed, and one table with its neighbours brought out by a tap; a second tap opens it. */
export function PlanMapView({ onOpen }: { onOpen: (tableId: string) => void }) {
  const { definition } = useApp().state;
  const map = useMemo(() => planMap(definition), [definition]);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [sight, setSight] = useState<Sight | null>(null);
  const [focus, setFocus] = useState<string | null>(null);
  const near = useMemo(() => (focus && map.tables.some(({ id }) => id === focus) ? neighbours(map, focus) : null), [map, focus]);
  const fit: Sight = useMemo(() => {
    const scale = size.width === 0 ? 1 : between(Math.min(1, size.width / map.width, size.height / map.height));
    return { scale, x: (size.width - map.width * scale) / 2, y: (size.height - map.height * scale) / 2 };
  }, [map, size]);
  const now = sight ?? fit;
  const latest = useRef(now);
  latest.current = now;
  const from = useRef(now);

  /** Zooms about a point of the view, which stays where it is. */
  const zoomTo = (scale: number, at = { x: size.width / 2, y: size.height / 2 }, base = latest.current) => {
    const next = between(scale);
    setSight({ scale: next, x: at.x - ((at.x - base.x) * next) / base.scale, y: at.y - ((at.y - base.y) * next) / base.scale });
  };
  const zoom = useRef(zoomTo);
  zoom.current = zoomTo;
  const gesture = useMemo(() => {
    const begin = () => {
      from.current = latest.current;
    };
    const pan = Gesture.Pan()
      .runOnJS(true)
      .minDistance(6)
      .onStart(begin)
      .onUpdate(({ translationX, translationY }) => setSight({ ...from.current, x: from.current.x + translationX, y: from.current.y + translationY }));
    const pinch = Gesture.Pinch()
      .runOnJS(true)
      .onStart(begin)
      .onUpdate(({ scale, focalX, focalY }) => zoom.current(from.current.scale * scale, { x: focalX, y: focalY }, from.current));
    return Gesture.Race(pinch, pan);
  }, []);

  const press = (id: string) => (focus === id ? onOpen(id) : setFocus(id));
  return (
    <View className="gap-3">
      <GestureHandlerRootView>
        <GestureDetector gesture={gesture} touchAction="none">
          <View collapsable={false} role="group" aria-label="Map of tables and links" onLayout={({ nativeEvent }: LayoutChangeEvent) => setSize(nativeEvent.layout)} className="h-[420px] overflow-hidden rounded-xl border border-stem bg-leaf lg:h-[460px]">
            <View style={{ position: 'absolute', width: map.width, height: map.height, transformOrigin: 'top left', transform: [{ translateX: now.x }, { translateY: now.y }, { scale: now.scale }] }}>
              <Svg width={map.width} height={map.height} style={{ position: 'absolute' }} aria-hidden>
                {map.links.map(({ id, from: one, to: many, points, one: isOne, label, labelAt }) => {
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
              </Svg>
              {map.tables.map(({ id, name, facts, x, y, width, height }) => (
                <Pressable
                  key={id}
                  role="button"
                  aria-label={`${name}, ${facts}`}
                  aria-pressed={focus === id}
                  onPress={() => press(id)}
                  style={{ position: 'absolute', left: x, top: y, width, height, opacity: near && !near.has(id) ? 0.25 : 1 }}
                  className={`justify-center rounded-lg border px-3.5 ${focus === id ? 'border-fern bg-fern-tint' : 'border-ink bg-paper'}`}
                >
                  <Text look="strong" numberOfLines={1}>
                    {name}
                  </Text>
                  <Text look="soft">{facts}</Text>
                </Pressable>
              ))}
            </View>
          </View>
        </GestureDetector>
      </GestureHandlerRootView>
      <View className="flex-row flex-wrap items-center gap-2">
        <IconButton icon={ZoomIn} label="Zoom in" onPress={() => zoomTo(now.scale * SCALES.step)} />
        <IconButton icon={ZoomOut} label="Zoom out" onPress={() => zoomTo(now.scale / SCALES.step)} />
        <IconButton icon={Maximize} label="Show the whole map" onPress={() => (setSight(null), setFocus(null))} />
        <Button label="Download SVG" onPress={() => downloadFile(fileName(definition.name, 'svg'), mapSvg(map), 'image/svg+xml')} />
        <Button label="Download Mermaid" onPress={() => downloadFile(fileName(definition.name, 'mmd'), mapMermaid(definition), 'text/plain')} />
      </View>
      {focus && near ? (
        <View className="gap-1">
          <View role="list" aria-label={`Links of ${map.tables.find(({ id }) => id === focus)?.name ?? ''}`} className="gap-1">
          {map.links
            .filter(({ from: one, to: many }) => one === focus || many === focus)
            .map(({ id, sentence }) => (
              <View key={id} role="listitem">
                <Text look="body">{sentence}</Text>
              </View>
            ))}
          </View>
          <View className="items-start pt-2">
            <Button label={`Open ${map.tables.find(({ id }) => id === focus)?.name ?? ''}`} onPress={() => onOpen(focus)} />
          </View>
        </View>
      ) : (
        <Text look="soft">Tap a table to bring it out with what it is linked to; tap it again to open it.</Text>
      )}
    </View>
  );
}
