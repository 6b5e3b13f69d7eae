import { closestCenter, DndContext, type DragEndEvent, KeyboardSensor, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { arrayMove, SortableContext, sortableKeyboardCoordinates, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import GripVertical from 'lucide-react-native/icons/grip-vertical';
import { memo, useCallback, useEffect, useRef, useState } from 'react';
import { Pressable, View } from 'react-native';
import type { Column, Table } from '@/core/definition';
import { color, Text } from '@/ui';
import { useApp } from '../useApp';
import { columnFacts } from './kinds';

interface ColumnListProps {
  table: Table;
  onOpen(column: Column): void;
  onMove(columnId: string, to: number): void;
}

/** The columns in their order; the handle moves one, by pointer or by keyboard. */
export function ColumnList({ table, onOpen, onMove }: ColumnListProps) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }), useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }));
  // The order as it was dropped stands until the plan has taken it.
  const [columns, setColumns] = useState(table.columns);
  useEffect(() => setColumns(table.columns), [table.columns]);
  // Always the same function, so that an edit elsewhere draws no row anew.
  const latest = useRef({ columns, onOpen });
  useEffect(() => void (latest.current = { columns, onOpen }));
  const open = useCallback((columnId: string) => {
    const column = latest.current.columns.find(({ id }) => id === columnId);
    if (column) latest.current.onOpen(column);
  }, []);
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const from = columns.findIndex(({ id }) => id === active.id);
    const to = columns.findIndex(({ id }) => id === over.id);
    setColumns(arrayMove(columns, from, to));
    onMove(String(active.id), to);
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
      <SortableContext items={columns.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
        <View role="list" aria-label={`Columns of ${table.name}`}>
          {columns.map((column) => (
            <ColumnRow key={column.id} column={column} onOpen={open} />
          ))}
        </View>
      </SortableContext>
    </DndContext>
  );
}

function ColumnRow({ column, onOpen }: { column: Column; onOpen: (columnId: string) => void }) {
  const { definition } = useApp().state;
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({ id: column.id });
  return (
    <div ref={setNodeRef} role="listitem" style={{ transform: CSS.Translate.toString(transform), transition, zIndex: isDragging ? 1 : 0, position: 'relative' }}>
      <View className={`flex-row items-center border-b border-stem ${isDragging ? 'bg-fern-tint' : ''}`}>
        <button
          ref={setActivatorNodeRef}
          {...attributes}
          {...listeners}
          type="button"
          aria-label={`Move ${column.name}`}
          style={{ width: 44, height: 56, border: 0, background: 'none', cursor: 'grab', touchAction: 'none', display: 'flex', alignItems: 'center', justifyContent: 'center' }}
        >
          <GripVertical size={20} color={color('soft')} />
        </button>
        <ColumnWords id={column.id} name={column.name} facts={columnFacts(column, (id) => definition.tables.find((each) => each.id === id)?.recordName.toLowerCase())} onOpen={onOpen} />
      </View>
    </div>
  );
}

const ColumnWords = memo(function ColumnWords({ id, name, facts, onOpen }: { id: string; name: string; facts: string; onOpen: (columnId: string) => void }) {
  return (
    <Pressable role="button" aria-label={`Edit ${name}`} onPress={() => onOpen(id)} className="min-h-[60px] flex-1 justify-center py-2 hover:opacity-80">
      <Text look="strong">{name}</Text>
      <Text look="soft">{facts}</Text>
    </Pressable>
  );
});
