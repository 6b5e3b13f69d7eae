import Maximize from 'lucide-react-native/icons/maximize';
import ZoomIn from 'lucide-react-native/icons/zoom-in';
import ZoomOut from 'lucide-react-native/icons/zoom-out';
import { type ReactNode, useMemo, useRef, useState } from 'react';
import { type LayoutChangeEvent, View } from 'react-native';
import { Gesture, GestureDetector, GestureHandlerRootView } from 'react-native-gesture-handler';
import Svg from 'react-native-svg';
import { IconButton } from '@/ui';

interface Sight {
  x: number;
  y: number;
  scale: number;
}
const SCALES = { least: 0.2, most: 2.5, step: 1.3 };
const between = (value: number) => Math.min(SCALES.most, Math.max(SCALES.least, value));

interface MapCanvasProps {
  label: string;
  width: number;
  height: number;
  /** Drawn in SVG below the plates. */
  lines: ReactNode;
  /** Placed absolutely. */
  plates: ReactNode;
  /** Beside the buttons that zoom. */
  buttons?: ReactNode;
  onWhole(): void;
}

/** A picture larger than its place: dragged, pinched, zoomed by buttons. */
export function MapCanvas({ label, width, height, lines, plates, buttons, onWhole }: MapCanvasProps) {
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [sight, setSight] = useState<Sight | null>(null);
  const fit: Sight = useMemo(() => {
    const scale = size.width === 0 ? 1 : between(Math.min(1, size.width / width, size.height / height));
    return { scale, x: (size.width - width * scale) / 2, y: (size.height - height * scale) / 2 };
  }, [width, height, size]);
  const now = sight ?? fit;
  const latest = useRef(now);
  latest.current = now;
  const from = useRef(now);

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
            collapsable={false}
            role="group"
            aria-label={label}
            onLayout={({ nativeEvent }: LayoutChangeEvent) => setSize(nativeEvent.layout)}
            className="h-[420px] overflow-hidden rounded-xl border border-stem bg-leaf lg:h-[460px]"
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
              <Svg width={width} height={height} style={{ position: 'absolute' }} aria-hidden>
                {lines}
              </Svg>
              {plates}
            </View>
          </View>
        </GestureDetector>
      </GestureHandlerRootView>
      <View className="flex-row flex-wrap items-center gap-2">
        <IconButton icon={ZoomIn} label="Zoom in" onPress={() => zoomTo(now.scale * SCALES.step)} />
        <IconButton icon={ZoomOut} label="Zoom out" onPress={() => zoomTo(now.scale / SCALES.step)} />
        <IconButton icon={Maximize} label="Show the whole map" onPress={() => (setSight(null), onWhole())} />
        {buttons}
      </View>
    </>
  );
}
