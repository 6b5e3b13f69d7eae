import Slider from '@react-native-community/slider';
import Minus from 'lucide-react-native/icons/minus';
import Plus from 'lucide-react-native/icons/plus';
import { View } from 'react-native';
import { roundTo, formatValue, inputText, parseInput } from '@/core/column';
import type { Column, ColumnOf } from '@/core/model';
import { useKit } from '../base/context';
import { IconButton } from '../base/parts';
import { Text } from '../base/Text';
import { useColors } from '../base/theme';

export type RangedColumn = ColumnOf<'wholeNumber' | 'decimal'>;

/** Whether a column's values lie between two that are near: such can be stepped or slid to. */
export const isRanged = (column: Column): column is RangedColumn =>
  (column.kind === 'wholeNumber' || column.kind === 'decimal') && column.min !== undefined && column.max !== undefined;

/** A number between two: by steps, or slid to. */
export function RangeInput({
  column,
  value,
  onChange,
  kind,
}: {
  column: RangedColumn;
  value: string;
  onChange: (value: string) => void;
  kind: 'stepper' | 'slider';
}) {
  const { settings } = useKit();
  const colors = useColors();
  const { min = 0, max = 0 } = column;
  const read = parseInput({ ...column, required: false }, value, settings);
  const current = read.ok && typeof read.value === 'number' ? read.value : null;
  const step = column.kind === 'wholeNumber' ? 1 : 10 ** -Math.min(2, column.places);
  const places = column.kind === 'wholeNumber' ? 0 : column.places;
  const set = (next: number) =>
    onChange(inputText(column, roundTo(Math.min(max, Math.max(min, next)), places), settings));
  const shown = current === null ? '–' : formatValue(column, current, settings);
  if (kind === 'stepper') {
    return (
      <View
        role="group"
        aria-label={column.name}
        className="flex-row items-center gap-3 self-start rounded-app border border-app-line bg-app-card"
      >
        <IconButton icon={Minus} label={`Less ${column.name}`} onPress={() => set((current ?? min + step) - step)} />
        <Text role="status" className="min-w-[64px] text-center font-medium text-[17px] text-app-ink">
          {shown}
        </Text>
        <IconButton icon={Plus} label={`More ${column.name}`} onPress={() => set((current ?? min - step) + step)} />
      </View>
    );
  }
  return (
    <View className="flex-row items-center gap-3">
      <Slider
        aria-label={column.name}
        style={{ flex: 1, height: 44 }}
        minimumValue={min}
        maximumValue={max}
        step={step}
        value={current ?? min}
        onValueChange={set}
        minimumTrackTintColor={colors.accent}
        maximumTrackTintColor={colors.line}
        thumbTintColor={colors.accent}
      />
      <Text className="min-w-[52px] text-right font-medium text-[17px] text-app-ink">{shown}</Text>
    </View>
  );
}
