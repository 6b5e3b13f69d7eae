import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import GripVertical from 'lucide-react-native/icons/grip-vertical';
import { type ReactNode, useEffect, useState } from 'react';
import { View } from 'react-native';
import { color, Icon } from '@/ui';

interface SortableItem {
  id: string;
  /** What the handle moves, in words. */
  name: string;
}

interface SortableListProps<T extends SortableItem> {
  label: string;
  items: readonly T[];
  render(item: T): ReactNode;
  onMove(id: string, to: number): void;
  /** Rows no higher than what is pressed in them. */
  dense?: boolean;
}

/** Things in an order that a handle changes, by pointer or by keyboard. */
export function SortableList<T extends SortableItem>({
  label,
  items,
  render,
  onMove,
  dense = false,
}: SortableListProps<T>) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  // The order as it was dropped stands until the plan has taken it.
  const [shown, setShown] = useState(items);
  useEffect(() => setShown(items), [items]);
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const from = shown.findIndex(({ id }) => id === active.id);
    const to = shown.findIndex(({ id }) => id === over.id);
    setShown(arrayMove([...shown], from, to));
    onMove(String(active.id), to);
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
      <SortableContext items={shown.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
        <View role="list" aria-label={label}>
          {shown.map((item) => (
            <SortableRow key={item.id} item={item} height={dense ? 46 : 56}>
              {render(item)}
            </SortableRow>
          ))}
        </View>
      </SortableContext>
    </DndContext>
  );
}

function SortableRow({ item, height, children }: { item: SortableItem; height: number; children: ReactNode }) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: item.id,
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
      <View className={`flex-row items-center border-b border-stem ${isDragging ? 'bg-fern-tint' : ''}`}>
        <button
          ref={setActivatorNodeRef}
          {...attributes}
          {...listeners}
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
      </View>
    </div>
  );
}
