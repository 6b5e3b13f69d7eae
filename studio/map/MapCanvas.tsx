import Maximize from 'lucide-react-native/icons/maximize';
import ZoomIn from 'lucide-react-native/icons/zoom-in';
import ZoomOut from 'lucide-react-native/icons/zoom-out';
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { type LayoutChangeEvent, useWindowDimensions, View } from 'react-native';
import { Gesture, GestureDetector, GestureHandlerRootView } from 'react-native-gesture-handler';
import { type Box, OPENING } from '@/core/map';
import { IconButton } from '@/ui';
import { between, isInSight, openingSight, SCALES, type Sight, sightOn, wholeSight } from './sight';

/** Points: what stands above and below a map, and how low its place is at the least. */
const ROOM_ABOVE = 330;
const LEAST_HEIGHT = 380;

interface MapCanvasProps {
  label: string;
  width: number;
  height: number;
  /** Drawn in SVG below the plates. */
  lines: ReactNode;
  /** Placed absolutely; by the scale that they are drawn at. */
  plates: (scale: number) => ReactNode;
  /** What the map is opened at where it cannot be shown whole. */
  opening?: Box | undefined;
  /** What it is moved to. */
  look?: Box | undefined;
  /** Beside the buttons that zoom. */
  buttons?: ReactNode;
  onWhole(): void;
}

/** A picture larger than its place: dragged, pinched, zoomed by buttons. Opened so that its letters can be read. */
export function MapCanvas({ label, width, height, lines, plates, opening, look, buttons, onWhole }: MapCanvasProps) {
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [sight, setSight] = useState<Sight | null>(null);
  const [first] = useState(look ?? opening);
  const isMeasured = size.width > 0;
  const open = useMemo(() => openingSight({ width, height }, size, first), [width, height, size, first]);
  const now = sight ?? open;
  const latest = useRef(now);
  latest.current = now;
  const from = useRef(now);
  const tall = useWindowDimensions().height - ROOM_ABOVE;
  const frame = useRef<View>(null);
  const shown = useRef(look);
  useEffect(() => {
    // What was found in the list below is brought to the eye with its map.
    if (look && look !== shown.current)
      (frame.current as unknown as HTMLElement | null)?.scrollIntoView({ block: 'nearest' });
    shown.current = look;
  }, [look]);
  useEffect(() => {
    if (look && isMeasured && !isInSight(look, latest.current, size))
      setSight(sightOn(look, { width, height }, size, Math.max(OPENING, latest.current.scale)));
  }, [look, isMeasured, size, width, height]);

  /** Zooms about a point of the view, which stays where it is. */
  const zoomTo = (scale: number, at = { x: size.width / 2, y: size.height / 2 }, base = latest.current) => {
    const next = between(scale);
    setSight({
      scale: next,
      x: at.x - ((at.x - base.x) * next) / base.scale,
      y: at.y - ((at.y - base.y) * next) / base.scale,
    });
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
      .onUpdate(({ translationX, translationY }) =>
        setSight({ ...from.current, x: from.current.x + translationX, y: from.current.y + translationY }),
      );
    const pinch = Gesture.Pinch()
      .runOnJS(true)
      .onStart(begin)
      .onUpdate(({ scale, focalX, focalY }) =>
        zoom.current(from.current.scale * scale, { x: focalX, y: focalY }, from.current),
      );
    return Gesture.Race(pinch, pan);
  }, []);
  return (
    <>
      <GestureHandlerRootView>
        <GestureDetector gesture={gesture} touchAction="none">
          <View
            ref={frame}
            collapsable={false}
            role="group"
            aria-label={label}
            onLayout={({ nativeEvent }: LayoutChangeEvent) => setSize(nativeEvent.layout)}
            style={{ height: Math.max(LEAST_HEIGHT, tall) }}
            className="overflow-hidden rounded-xl border border-stem bg-leaf"
          >
            <View
              style={{
                position: 'absolute',
                width,
                height,
                transformOrigin: 'top left',
                transform: [{ translateX: now.x }, { translateY: now.y }, { scale: now.scale }],
              }}
            >
              <svg width={width} height={height} style={{ position: 'absolute' }} aria-hidden>
                {lines}
              </svg>
              {isMeasured ? plates(now.scale) : null}
            </View>
          </View>
        </GestureDetector>
      </GestureHandlerRootView>
      <View className="flex-row flex-wrap items-center gap-2">
        <IconButton icon={ZoomIn} label="Zoom in" onPress={() => zoomTo(now.scale * SCALES.step)} />
        <IconButton icon={ZoomOut} label="Zoom out" onPress={() => zoomTo(now.scale / SCALES.step)} />
        <IconButton
          icon={Maximize}
          label="Show the whole map"
          onPress={() => (setSight(wholeSight({ width, height }, size)), onWhole())}
        />
        {buttons}
      </View>
    </>
  );
}
