import { columnTraits } from '@/core/column';
import Plus from 'lucide-react-native/icons/plus';
import { View } from 'react-native';
import { type Table, type Total, totalKinds } from '@/core/model';
import { columnText, shownColumns } from '@/core/plan';
import { Button, ChoiceField } from '@/ui';
import { newId } from '../newId';
import { PausedTextField } from '../PausedTextField';
import { useApp } from '../useApp';
import { ExpressionField } from './ExpressionField';

export const totalKindWords = { count: 'How many', sum: 'Sum', avg: 'Average', min: 'Least', max: 'Most' } as const;

/** Figures over many rows. */
export function TotalsEditor({
  table,
  totals,
  most,
  onChange,
}: {
  table: Table;
  totals: readonly Total[];
  most: number;
  onChange: (totals: Total[]) => void;
}) {
  const { definition } = useApp().state;
  const numeric = shownColumns(definition, table).find(({ kind }) => columnTraits[kind].isFigure);
  const add = () =>
    onChange([
      ...totals,
      numeric
        ? { id: newId(), label: numeric.name, aggregate: 'sum', text: columnText(numeric) }
        : { id: newId(), label: 'Records', aggregate: 'count' },
    ]);
  return (
    <View className="gap-4">
      {totals.map((total, index) => (
        <View
          key={total.id}
          role="group"
          aria-label={`Total ${index + 1}`}
          className="gap-3 border-l-4 border-plum pl-4"
        >
          <TotalFields
            table={table}
            total={total}
            onChange={(next) => onChange(totals.map((each) => (each.id === next.id ? next : each)))}
          />
          <View className="items-start">
            <Button
              kind="danger"
              label={`Remove ${total.label}`}
              onPress={() => onChange(totals.filter(({ id }) => id !== total.id))}
            />
          </View>
        </View>
      ))}
      {totals.length < most ? (
        <View className="items-start">
          <Button icon={Plus} label="Add total" onPress={add} />
        </View>
      ) : null}
    </View>
  );
}

export function TotalFields({
  table,
  total,
  onChange,
}: {
  table: Table;
  total: Total;
  onChange: (total: Total) => void;
}) {
  const { definition } = useApp().state;
  const numeric = shownColumns(definition, table).find(({ kind }) => columnTraits[kind].isFigure);
  const isMeasured = total.aggregate === 'sum' || total.aggregate === 'avg';
  return (
    <>
      <ChoiceField
        label="Figure"
        choices={totalKinds
          .filter((kind) => kind === 'count' || kind === 'min' || kind === 'max' || numeric)
          .map((kind) => ({ value: kind, label: totalKindWords[kind] }))}
        value={total.aggregate}
        onChange={(aggregate) => {
          const { text, ...rest } = total;
          onChange(
            aggregate === 'count'
              ? { ...rest, aggregate }
              : {
                  ...rest,
                  aggregate,
                  text:
                    text ?? (numeric ? columnText(numeric) : columnText(table.columns[0] as Table['columns'][number])),
                },
          );
        }}
      />
      {total.aggregate === 'count' ? null : (
        <ExpressionField
          label="Over"
          table={table}
          text={total.text}
          expected={isMeasured ? 'number' : 'value'}
          onChange={(text) => text !== undefined && onChange({ ...total, text })}
        />
      )}
      <PausedTextField
        label="Called"
        maxLength={80}
        value={total.label}
        onChange={(label) => onChange({ ...total, label })}
      />
    </>
  );
}
