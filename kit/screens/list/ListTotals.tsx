import { View } from 'react-native';
import { Text } from '../../base/Text';
import { useKit } from '../../base/context';
import type { ListRows } from '../../data/useRows';
import { totalText } from '../../rows/totals';
import type { CompiledScreenOf } from '@/core/compiled';

/** The list's figures, at the foot of the screen whatever is scrolled. */
export function ListTotals({ screen, rows }: { screen: CompiledScreenOf<'list'>; rows: ListRows }) {
  const { settings } = useKit();
  const { totals } = screen.list;
  const row = rows.totals;
  if (totals.length === 0 || !row) return null;
  return (
    <View
      role="group"
      aria-label={`Totals of ${screen.name}`}
      className="flex-row flex-wrap justify-between gap-x-5 gap-y-1 border-t border-app-line bg-app-card px-4 py-2.5"
      {...{ dataSet: { part: 'totals' } }}
    >
      {totals.map((total) => (
        <View key={total.id} className="flex-row items-baseline gap-2">
          <Text className="font-sans text-[14px] text-app-soft">{total.label}</Text>
          <Text className="font-bold text-[16px] text-app-ink" style={{ fontVariant: ['tabular-nums'] }}>
            {totalText(total, row, settings)}
          </Text>
        </View>
      ))}
    </View>
  );
}
