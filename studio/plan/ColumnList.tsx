import { memo, useCallback, useEffect, useRef } from 'react';
import { Pressable } from 'react-native';
import type { Column, Table } from '@/core/model';
import { Text } from '@/ui';
import { SortableList } from '../SortableList';
import { useApp } from '../useApp';
import { columnFacts } from './kinds';

interface ColumnListProps {
  table: Table;
  onOpen(column: Column): void;
  onMove(columnId: string, to: number): void;
}

/** The columns in their order; the handle moves one, by pointer or by keyboard. */
export function ColumnList({ table, onOpen, onMove }: ColumnListProps) {
  const { definition } = useApp().state;
  // Always the same function, so that an edit elsewhere draws no row anew.
  const latest = useRef({ table, onOpen });
  useEffect(() => void (latest.current = { table, onOpen }));
  const open = useCallback((columnId: string) => {
    const column = latest.current.table.columns.find(({ id }) => id === columnId);
    if (column) latest.current.onOpen(column);
  }, []);
  return (
    <SortableList
      label={`Columns of ${table.name}`}
      items={table.columns}
      onMove={onMove}
      render={(column) => (
        <ColumnWords
          id={column.id}
          name={column.name}
          facts={columnFacts(column, (id) =>
            definition.tables.find((each) => each.id === id)?.recordName.toLowerCase(),
          )}
          onOpen={open}
        />
      )}
    />
  );
}

const ColumnWords = memo(function ColumnWords({
  id,
  name,
  facts,
  onOpen,
}: {
  id: string;
  name: string;
  facts: string;
  onOpen: (columnId: string) => void;
}) {
  return (
    <Pressable
      role="button"
      aria-label={`Edit ${name}`}
      onPress={() => onOpen(id)}
      className="min-h-[60px] flex-1 justify-center py-2 hover:opacity-80"
    >
      <Text look="strong">{name}</Text>
      <Text look="soft">{facts}</Text>
    </Pressable>
  );
});
