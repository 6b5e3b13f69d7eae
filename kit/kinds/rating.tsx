import X from 'lucide-react-native/icons/x';
import { type GestureResponderEvent, View } from 'react-native';
import { formatValue, inputText, parseInput, ratingStep } from '@/core/column';
import type { ColumnOf } from '@/core/model';
import { useKit } from '../base/context';
import { IconButton } from '../base/parts';
import { Text } from '../base/Text';
import { useColors } from '../base/theme';
import { RangeFilter } from './filters';
import { type KindInputProps, type KitKind, plain } from './kitKind';
import { Stars } from './Stars';

type Rating = ColumnOf<'rating'>;

/** What a star takes up, in px: a target for a finger. */
const STAR = 44;

/** The rating at a place across the stars. */
export function ratingAt({ most, half }: Pick<Rating, 'most' | 'half'>, x: number): number {
  const step = ratingStep({ half });
  return Math.min(most, Math.max(step, Math.ceil(x / STAR / step) * step));
}

/** The rating after a key of a slider (WAI-ARIA); undefined for any other key. */
export function ratingAfter(
  column: Pick<Rating, 'most' | 'half'>,
  now: number | null,
  key: string,
): number | undefined {
  const step = ratingStep(column);
  if (key === 'ArrowRight' || key === 'ArrowUp') return Math.min(column.most, (now ?? 0) + step);
  if (key === 'ArrowLeft' || key === 'ArrowDown') return Math.max(step, (now ?? step) - step);
  if (key === 'Home') return step;
  return key === 'End' ? column.most : undefined;
}

/** Stars to tap, or to slide over; with a keyboard and for screen readers a slider. */
function RatingInput({ column, value, onChange, described }: KindInputProps<Rating>) {
  const { settings } = useKit();
  const colors = useColors();
  const { most } = column;
  const read = parseInput({ ...column, required: false }, value, settings);
  const now = read.ok && typeof read.value === 'number' ? read.value : null;
  const set = (next: number) => onChange(inputText(column, next, settings));
  const touch = ({ nativeEvent }: GestureResponderEvent) => set(ratingAt(column, nativeEvent.locationX));
  const keys = {
    tabIndex: 0 as const,
    onKeyDown: (event: { key: string; preventDefault(): void }) => {
      const next = ratingAfter(column, now, event.key);
      if (next === undefined) return;
      event.preventDefault();
      set(next);
    },
  };
  return (
    <View className="flex-row flex-wrap items-center gap-2">
      <View
        accessible
        role="slider"
        {...described}
        aria-valuemin={ratingStep(column)}
        aria-valuemax={most}
        aria-valuenow={now ?? undefined}
        aria-valuetext={now === null ? 'none yet' : formatValue(column, now, settings)}
        {...keys}
        onStartShouldSetResponder={() => true}
        onResponderGrant={touch}
        onResponderMove={touch}
        style={{ width: most * STAR, height: STAR }}
        className="flex-row items-center rounded-lg"
      >
        {Array.from({ length: most }, (_, at) => (
          <View key={at} pointerEvents="none" style={{ width: STAR }} className="items-center">
            <Stars
              value={Math.min(1, Math.max(0, (now ?? 0) - at))}
              most={1}
              size={30}
              color={colors.accent}
              blank={colors.soft}
            />
          </View>
        ))}
      </View>
      {now === null || column.required ? null : (
        <IconButton icon={X} label={`Clear ${column.name}`} onPress={() => onChange('')} />
      )}
      <Text className="font-sans text-[15px] text-app-soft">
        {now === null ? 'None yet' : formatValue(column, now, settings)}
      </Text>
    </View>
  );
}

export const rating: KitKind<Rating> = {
  ...plain,
  Input: RatingInput,
  Filter: RangeFilter,
  Drawn: ({ column, value, color, size }) => (
    <Stars value={Number(value)} most={column.most} size={size} color={color} blank={color} />
  ),
};
