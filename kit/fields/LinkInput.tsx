import ChevronsUpDown from 'lucide-react-native/icons/chevrons-up-down';
import { type ComponentType, useCallback, useState } from 'react';
import { FlatList, Pressable, View } from 'react-native';
import { Text } from '../base/Text';
import { tableOf, useKit } from '../base/context';
import { ActionButton } from '../base/parts';
import { useColors } from '../base/theme';
import { useListRows, useRecord } from '../data/useRows';
import { SearchBox } from '../rows/SearchBox';
import { AddInPlace } from './AddInPlace';
import type { FieldInputProps } from './fieldProps';
import { byName, type CompiledList, type CompiledTable, SHOWN_NAME } from '@/core/compiled';
import type { ColumnOf } from '@/core/model';

interface LinkInputProps {
  column: ColumnOf<'link'>;
  /** The id of the chosen record as text, or ''. */
  value: string;
  onChange(value: string): void;
  className: string;
  describedBy: object;
  /** Asks for the columns of a record that is not there yet; null where none can be made here. */
  Field: ComponentType<FieldInputProps> | null;
}

/** A link's field: the name of the record that is chosen; a press opens the list to choose from. */
export function LinkInput({ column, value, onChange, className, describedBy, Field }: LinkInputProps) {
  const { app } = useKit();
  const colors = useColors();
  const [choosing, setChoosing] = useState(false);
  const target = tableOf(app, column.tableId);
  const close = useCallback(() => setChoosing(false), []);
  if (!target) return null;
  return (
    <>
      <ChosenName table={target} id={value === '' ? undefined : Number(value)}>
        {(name) => (
          <Pressable
            role="button"
            {...describedBy}
            aria-label={`${column.name}: ${name || 'none'}. Choose`}
            onPress={() => setChoosing(!choosing)}
            aria-expanded={choosing}
            className={`flex-row items-center justify-between ${className}`}
          >
            <Text
              numberOfLines={1}
              className={`flex-1 font-sans text-[16px] ${name ? 'text-app-ink' : 'text-app-soft'}`}
            >
              {name || `Choose ${target.recordName.toLowerCase()}`}
            </Text>
            <ChevronsUpDown size={18} color={colors.soft} />
          </Pressable>
        )}
      </ChosenName>
      {choosing ? (
        <Chooser
          table={target}
          label={column.name}
          onClose={close}
          canClear={!column.required && value !== ''}
          Field={Field}
          onChoose={(id) => {
            onChange(id === null ? '' : String(id));
            close();
          }}
        />
      ) : null}
    </>
  );
}

function ChosenName({
  table,
  id,
  children,
}: {
  table: CompiledTable;
  id: number | undefined;
  children: (name: string) => React.ReactNode;
}) {
  const { record, gone } = useRecord(table, id);
  return <>{children(id === undefined ? '' : gone ? 'no longer there' : String(record?.[SHOWN_NAME] ?? '…'))}</>;
}

/** The name of a record that is linked to. */
export function LinkedName({ table, id }: { table: CompiledTable; id: number }) {
  return (
    <ChosenName table={table} id={id}>
      {(name) => name}
    </ChosenName>
  );
}

const ROW_HEIGHT = 48;

/** The records to choose from, below the field: searched as in their own list. */
export function Chooser({
  table,
  list = table.list,
  label,
  onChoose,
  onClose,
  canClear,
  Field,
}: {
  table: CompiledTable;
  list?: CompiledList;
  label: string;
  onChoose: (id: number | null) => void;
  onClose?: () => void;
  canClear: boolean;
  Field: ComponentType<FieldInputProps> | null;
}) {
  const [search, setSearch] = useState('');
  const [adding, setAdding] = useState(false);
  const { count, rowAt, show } = useListRows(list, table, { sort: byName, search });
  return (
    <View
      role="group"
      aria-label={`Choose ${label}`}
      className="gap-2 rounded-app border border-app-line bg-app-card p-2"
    >
      {list.searches ? (
        <SearchBox label={`Search ${table.name}`} value={search} onChange={setSearch} autoFocus />
      ) : null}
      {count === 0 ? (
        <Text className="px-2 py-3 font-sans text-[15px] text-app-soft">
          {search
            ? `Nothing in ${table.name} holds “${search.trim()}”.`
            : `There are no ${table.name.toLowerCase()} yet.`}
        </Text>
      ) : null}
      <FlatList
        nestedScrollEnabled
        keyboardShouldPersistTaps="handled"
        style={{ maxHeight: 5 * ROW_HEIGHT }}
        data={Array.from({ length: Math.min(count ?? 0, MOST_CHOICES) }, (_, index) => index)}
        keyExtractor={(index) => String(rowAt(index)?.id ?? `row ${index}`)}
        getItemLayout={(_data, index) => ({ length: ROW_HEIGHT, offset: ROW_HEIGHT * index, index })}
        initialNumToRender={6}
        extraData={rowAt}
        onScroll={({ nativeEvent }) => {
          const first = Math.floor(nativeEvent.contentOffset.y / ROW_HEIGHT);
          show(first, first + 12);
        }}
        scrollEventThrottle={32}
        renderItem={({ item }) => {
          const row = rowAt(item);
          return (
            <Pressable
              role="option"
              disabled={!row}
              onPress={() => onChoose(Number(row?.id))}
              style={{ height: ROW_HEIGHT }}
              className="justify-center rounded-lg px-2 active:bg-app-tint"
            >
              <Text numberOfLines={1} className="font-sans text-[16px] text-app-ink">
                {String(row?.[SHOWN_NAME] ?? '')}
              </Text>
            </Pressable>
          );
        }}
      />
      <View className="flex-row flex-wrap gap-2">
        {Field ? (
          <ActionButton kind="plain" label={`Add ${table.recordName.toLowerCase()}`} onPress={() => setAdding(true)} />
        ) : null}
        {canClear ? <ActionButton kind="plain" label="None" onPress={() => onChoose(null)} /> : null}
        {onClose ? <ActionButton kind="plain" label="Close" onPress={onClose} /> : null}
      </View>
      {adding && Field ? (
        <AddInPlace
          Field={Field}
          table={table}
          named={search.trim()}
          onAdded={onChoose}
          onClose={() => setAdding(false)}
        />
      ) : null}
    </View>
  );
}

/** Nobody scrolls further to choose; the search finds the rest. */
const MOST_CHOICES = 400;
