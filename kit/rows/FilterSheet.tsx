import { View } from 'react-native';
import { Text } from '../base/Text';
import { ActionButton, PhoneSheet } from '../base/parts';
import type { ChosenFilter } from '../data/useRows';
import { kitKindOf } from '../kinds';
import type { KindFilterProps } from '../kinds/kitKind';
import { formatValue, isLink } from '@/core/column';
import type { FormatSettings } from '@/core/format';
import type { Column } from '@/core/model';

/** A filter in words: "Condition is Poor". */
export function filterWords(
  columns: readonly Column[],
  { columnId, op, value }: ChosenFilter,
  settings: FormatSettings,
): string {
  const column = columns.find(({ id }) => id === columnId);
  if (!column) return '';
  if (op === 'blank') return `${column.name} is blank`;
  if (isLink(column)) return `${column.name} chosen`;
  return `${column.name} ${{ is: 'is', from: 'from', to: 'to' }[op]} ${formatValue(column, value, settings)}`;
}

/** What a list is filtered by, column by column. */
export function FilterSheet({
  title,
  columns,
  filters,
  onFilter,
  onClose,
}: {
  title: string;
  columns: readonly Column[];
  filters: readonly ChosenFilter[];
  onFilter: (filters: ChosenFilter[]) => void;
  onClose: () => void;
}) {
  const set = (columnId: string, op: ChosenFilter['op'], value: ChosenFilter['value'] | undefined) => {
    const others = filters.filter(
      (each) =>
        each.columnId !== columnId ||
        (each.op !== op && (op === 'from' || op === 'to') && (each.op === 'from' || each.op === 'to')),
    );
    onFilter(value === undefined ? others : [...others, { columnId, op, value }]);
  };
  return (
    <PhoneSheet title={`Filter ${title}`} onClose={onClose}>
      <View className="gap-5 px-5 pb-2">
        {columns.map((column) => (
          <View key={column.id} className="gap-2">
            <Text className="font-medium text-[15px] text-app-ink">{column.name}</Text>
            <FilterOf
              column={column}
              of={(op) => filters.find((each) => each.columnId === column.id && each.op === op)?.value}
              set={(op, value) => set(column.id, op, value)}
            />
          </View>
        ))}
        <View className="flex-row flex-wrap gap-2">
          <ActionButton label="Show" onPress={onClose} />
          {filters.length > 0 ? <ActionButton kind="plain" label="Clear filters" onPress={() => onFilter([])} /> : null}
        </View>
      </View>
    </PhoneSheet>
  );
}

function FilterOf(props: KindFilterProps<Column>) {
  const { Filter } = kitKindOf(props.column);
  return Filter ? <Filter {...props} /> : null;
}
