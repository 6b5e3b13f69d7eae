import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import {
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useEffect,
  useId,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { createPortal } from 'react-dom';
import { ScrollView, View } from 'react-native';
import { IconButton } from './Button';
import { Text } from './Text';
import { useFocusBack } from './useFocusBack';

interface Room {
  host: HTMLElement | null;
  /** The panes that are open in it, the topmost last. */
  open: readonly string[];
  enter: (id: string) => void;
  leave: (id: string) => void;
}

const RoomContext = createContext<Room | null>(null);

/** The room that panes open in, where there is one. */
export const usePaneRoom = (): Room | null => useContext(RoomContext);

/** How wide a pane is beside what it was opened from, and how wide that room must be for it to stand beside. */
const PANE_WIDTH = 480;
const BESIDE_FROM = 960;

/**
 * Where sheets open as panes: beside what they were opened from where there is room, otherwise in its place, which then
 * can be neither seen nor reached until they are closed.
 */
export function PaneRoom({ children }: { children: ReactNode }) {
  const [host, setHost] = useState<HTMLElement | null>(null);
  const [open, setOpen] = useState<readonly string[]>([]);
  const [width, setWidth] = useState(0);
  const enter = useCallback((id: string) => setOpen((now) => [...now, id]), []);
  const leave = useCallback((id: string) => setOpen((now) => now.filter((each) => each !== id)), []);
  const room = useMemo(() => ({ host, open, enter, leave }), [host, open, enter, leave]);
  const isBeside = width >= BESIDE_FROM;
  const isCovered = open.length > 0 && !isBeside;
  return (
    <RoomContext.Provider value={room}>
      <View className="min-h-0 flex-1 flex-row" onLayout={(event) => setWidth(event.nativeEvent.layout.width)}>
        <div
          inert={isCovered}
          style={{
            display: 'flex',
            flexDirection: 'column',
            flex: 1,
            minWidth: 0,
            visibility: isCovered ? 'hidden' : undefined,
          }}
        >
          {children}
        </div>
        <div
          ref={setHost}
          className={isBeside ? 'border-l border-stem' : ''}
          style={
            open.length === 0
              ? { display: 'none' }
              : isBeside
                ? { position: 'relative', width: PANE_WIDTH }
                : { position: 'absolute', inset: 0 }
          }
        />
      </View>
    </RoomContext.Provider>
  );
}

/** An editor beside, or in the place of, what it was opened from. Escape closes the topmost. */
export function Pane({
  title,
  onClose,
  children,
  foot,
  room: { host, open, enter, leave },
}: {
  title: string;
  onClose: () => void;
  children: ReactNode;
  foot?: ReactNode;
  room: Room;
}) {
  const id = useId();
  useLayoutEffect(() => {
    enter(id);
    return () => leave(id);
  }, [id, enter, leave]);
  const isTop = open.at(-1) === id;
  const pane = useFocusWithin(isTop && host !== null);
  useEscape(isTop, onClose);
  if (!host) return null;
  return createPortal(
    <div
      ref={pane}
      role="dialog"
      aria-label={title}
      tabIndex={-1}
      inert={!isTop}
      className="pane"
      style={{ visibility: isTop ? undefined : 'hidden' }}
    >
      <View className="flex-row items-center border-b border-stem pl-1 pr-5 pt-1">
        <IconButton icon={ArrowLeft} label="Close" onPress={onClose} />
        <Text look="title" className="flex-1 py-3">
          {title}
        </Text>
      </View>
      <ScrollView className="min-h-0 flex-1" contentContainerClassName="max-w-[680px] gap-5 p-5 pb-12">
        {children}
      </ScrollView>
      {foot ? <View className="flex-row flex-wrap gap-3 border-t border-stem bg-leaf px-5 py-3">{foot}</View> : null}
    </div>,
    host,
  );
}

/** Takes the focus into an element when it opens, and gives it back to where it came from. */
function useFocusWithin(isShown: boolean) {
  const element = useRef<HTMLDivElement>(null);
  useFocusBack();
  useEffect(() => {
    if (isShown && !element.current?.contains(document.activeElement)) element.current?.focus();
  }, [isShown]);
  return element;
}

/** Hears Escape, unless something else has taken it or it was pressed in the running phone, whose own it is. */
function useEscape(isOn: boolean, onEscape: () => void): void {
  const latest = useRef(onEscape);
  useEffect(() => void (latest.current = onEscape));
  useEffect(() => {
    if (!isOn) return;
    const hear = (event: KeyboardEvent) => {
      const isPhones = event.target instanceof Element && event.target.closest('.phone-frame') !== null;
      if (event.key !== 'Escape' || isPhones) return;
      // On its way down, since a field keeps its keys to itself; decided once everything had its turn to take it.
      setTimeout(() => event.defaultPrevented || latest.current());
    };
    document.addEventListener('keydown', hear, true);
    return () => document.removeEventListener('keydown', hear, true);
  }, [isOn]);
}
