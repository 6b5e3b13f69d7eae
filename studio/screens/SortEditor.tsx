import Plus from 'lucide-react-native/icons/plus';
import { View } from 'react-native';
import type { SortBy, Table } from '@/core/model';
import { columnText } from '@/core/plan';
import { Button, ChoiceField } from '@/ui';
import { ExpressionField } from './ExpressionField';

const MOST = 4;

/** By what rows are sorted, one after another. */
export function SortEditor({
  table,
  sort,
  onChange,
}: {
  table: Table;
  sort: readonly SortBy[];
  onChange: (sort: SortBy[]) => void;
}) {
  const set = (at: number, change: Partial<SortBy>) =>
    onChange(sort.map((each, index) => (index === at ? { ...each, ...change } : each)));
  return (
    <View className="gap-4">
      {sort.map((each, index) => (
        <View key={index} role="group" aria-label={`Order ${index + 1}`} className="gap-3 border-l-4 border-plum pl-4">
          <ExpressionField
            label={index === 0 ? 'By' : 'Then by'}
            table={table}
            text={each.text}
            expected="value"
            onChange={(text) => text !== undefined && set(index, { text })}
          />
          <ChoiceField
            label="Direction"
            choices={[
              { value: 'ascending', label: 'Upwards' },
              { value: 'descending', label: 'Downwards' },
            ]}
            value={each.direction}
            onChange={(direction) => set(index, { direction })}
          />
          <View className="items-start">
            <Button label={`Do not sort by this`} onPress={() => onChange(sort.filter((_, at) => at !== index))} />
          </View>
        </View>
      ))}
      {sort.length < MOST ? (
        <View className="items-start">
          <Button
            icon={Plus}
            label={sort.length === 0 ? 'Choose an order' : 'Then by another'}
            onPress={() =>
              onChange([
                ...sort,
                { text: columnText(table.columns[0] as Table['columns'][number]), direction: 'ascending' },
              ])
            }
          />
        </View>
      ) : null}
    </View>
  );
}
