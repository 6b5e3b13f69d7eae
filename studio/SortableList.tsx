import { closestCenter, DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { arrayMove, SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import GripVertical from 'lucide-react-native/icons/grip-vertical';
import { type KeyboardEvent, type ReactNode, useEffect, useMemo, useRef } from 'react';
import { View } from 'react-native';
import { color, Icon } from '@/ui';
import { rowKeys } from './rowKeys';
import { useStateOf } from './useStateOf';

interface SortableItem {
  id: string;
  /** What the handle moves, in words. */
  name: string;
}

interface SortableListProps<T extends SortableItem> {
  label: string;
  /** What they are of, where the list stays for one thing after another under the same label. */
  of?: string;
  items: readonly T[];
  render(item: T): ReactNode;
  onMove(id: string, to: number): void;
  /** Rows no higher than what is pressed in them. */
  dense?: boolean;
}

/** Things in an order that a handle changes, by pointer or by keyboard. */
export function SortableList<T extends SortableItem>({
  label,
  of = label,
  items,
  render,
  onMove,
  dense = false,
}: SortableListProps<T>) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  // The order as it was dropped stands until the plan has taken it.
  const [shown, setShown] = useStateOf(items, items);
  const keys = useRowKeys(shown);
  const lifting = useLifting(of, shown, setShown, items, onMove);
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const from = shown.findIndex(({ id }) => keys.get(id) === active.id);
    const to = shown.findIndex(({ id }) => keys.get(id) === over.id);
    const moved = shown[from];
    if (!moved || to < 0) return;
    setShown(arrayMove([...shown], from, to));
    onMove(moved.id, to);
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
      <SortableContext items={[...keys.values()]} strategy={verticalListSortingStrategy}>
        <View role="list" aria-label={label}>
          {shown.map((item) => (
            <SortableRow
              key={keys.get(item.id)}
              id={keys.get(item.id) ?? item.id}
              item={item}
              height={dense ? 46 : 56}
              isLifted={lifting.lifted === item.id}
              onKey={(event) => lifting.onKey(item.id, event)}
              onLeave={lifting.cancel}
            >
              {render(item)}
            </SortableRow>
          ))}
        </View>
        <span role="status" className="only-heard">
          {lifting.said}
        </span>
      </SortableContext>
    </DndContext>
  );
}

/** A key for each row by the id of its item; the rows of one list are drawn anew as those of another. */
function useRowKeys(items: readonly SortableItem[]): ReadonlyMap<string, string> {
  const kept = useRef<ReadonlyMap<string, string>>(new Map());
  const keys = useMemo(
    () =>
      rowKeys(
        kept.current,
        items.map(({ id }) => id),
      ),
    [items],
  );
  useEffect(() => void (kept.current = keys), [keys]);
  return keys;
}

/**
 * Moving by keyboard: Space lifts, arrows move by one, Space puts down, Escape takes back. The library's own moves by
 * lengths on the screen, and by two where the page scrolls meanwhile.
 */
function useLifting<T extends SortableItem>(
  of: string,
  shown: readonly T[],
  show: (items: readonly T[]) => void,
  items: readonly T[],
  onMove: (id: string, to: number) => void,
) {
  const [lifted, setLifted] = useStateOf<string | null>(of, null);
  const [said, setSaid] = useStateOf(of, '');
  const at = shown.findIndex(({ id }) => id === lifted);
  const name = shown[at]?.name ?? '';
  const cancel = () => {
    if (lifted === null) return;
    setLifted(null);
    show(items);
  };
  const onKey = (id: string, event: KeyboardEvent) => {
    const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (event.key === ' ') {
      event.preventDefault();
      if (lifted === null) {
        setLifted(id);
        setSaid('Lifted. Arrows move it, Space puts it down, Escape takes it back.');
        return;
      }
      setLifted(null);
      setSaid(`${name} is put down at place ${at + 1}.`);
      if (items[at]?.id !== lifted) onMove(lifted, at);
    } else if (lifted !== null && event.key === 'Escape') {
      event.preventDefault();
      cancel();
      setSaid(`${name} is back where it was.`);
    } else if (lifted !== null && step !== undefined) {
      event.preventDefault();
      const to = at + step;
      if (to < 0 || to >= shown.length) return;
      show(arrayMove([...shown], at, to));
      setSaid(`${name}, place ${to + 1} of ${shown.length}.`);
    }
  };
  return { lifted, said, onKey, cancel };
}

function SortableRow({
  id,
  item,
  height,
  isLifted,
  onKey,
  onLeave,
  children,
}: {
  /** Of the row, in what is dragged. */
  id: string;
  item: SortableItem;
  height: number;
  isLifted: boolean;
  onKey: (event: KeyboardEvent) => void;
  onLeave: () => void;
  children: ReactNode;
}) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id,
  });
  const handle = useRef<HTMLButtonElement>(null);
  // What is moved among its like loses the focus on the way.
  useEffect(() => {
    if (isLifted && document.activeElement !== handle.current) handle.current?.focus();
  });
  return (
    <div
      ref={setNodeRef}
      role="listitem"
      style={{
        transform: CSS.Translate.toString(transform),
        transition,
        zIndex: isDragging ? 1 : 0,
        position: 'relative',
      }}
    >
      <div className={`flex items-center border-b border-stem ${isDragging || isLifted ? 'bg-fern-tint' : ''}`}>
        <button
          ref={(element) => {
            handle.current = element;
            setActivatorNodeRef(element);
          }}
          {...attributes}
          {...listeners}
          onKeyDown={onKey}
          onBlur={(event) => {
            // On its way to another place it is only taken out for a moment.
            if (event.relatedTarget !== null) onLeave();
          }}
          type="button"
          aria-label={`Move ${item.name}`}
          style={{
            width: 44,
            height,
            border: 0,
            background: 'none',
            cursor: 'grab',
            touchAction: 'none',
            display: 'flex',
            alignItems: 'center',
            justifyContent: 'center',
          }}
        >
          <Icon of={GripVertical} size={20} color={color('soft')} />
        </button>
        {children}
      </div>
    </div>
  );
}
