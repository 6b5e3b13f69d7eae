import Plus from 'lucide-react-native/icons/plus';
import type { Ref } from 'react';
import { View } from 'react-native';
import { dayName, standsOn } from '@/core/calendar';
import { useKit } from '../base/context';
import { IconButton } from '../base/parts';
import { Text } from '../base/Text';
import type { CalendarRow } from './calendarRows';
import { DayRows, type DayRowsProps } from './DayRows';

interface DaySectionProps extends Omit<DayRowsProps, 'rows' | 'label'> {
  /** How many rows stand on the day, and those that were read; null while they are. */
  count: number;
  rows: readonly CalendarRow[] | null;
  /** What is said where there are none. */
  blank: string | null;
  /** Whether something is dragged over it. */
  isOver: boolean;
  targetRef: Ref<View> | undefined;
  onAdd: (() => void) | null;
  countWords(count: number): string;
}

/** A day with its rows under its name. */
export function DaySection({ count, rows, blank, isOver, targetRef, onAdd, countWords, ...of }: DaySectionProps) {
  const { settings } = useKit();
  const { day, table } = of;
  const name = dayName(day, settings.locale);
  const here = (rows ?? []).filter((row) => standsOn(row, day)).length;
  return (
    <View ref={targetRef} className="gap-1">
      <View
        className={`min-h-[44px] flex-row items-center justify-between rounded-lg px-4 ${isOver ? 'bg-app-tint' : ''}`}
      >
        <Text role="heading" aria-level={3} className="flex-1 font-bold text-[16px] text-app-ink">
          {name}
          {count > 0 ? <Text className="font-sans text-[15px] text-app-soft">{`  ${count}`}</Text> : null}
        </Text>
        {onAdd ? (
          <IconButton icon={Plus} tone="accent" label={`Add ${table.recordName} on ${name}`} onPress={onAdd} />
        ) : null}
      </View>
      {count === 0 && blank ? <Text className="px-4 pb-2 font-sans text-[15px] text-app-soft">{blank}</Text> : null}
      <DayRows rows={rows ?? []} label={`${table.name} on ${name}`} {...of} />
      {rows && here < count ? (
        <Text className="px-4 py-2 font-sans text-[15px] text-app-soft">
          {`${countWords(count - here)} more, which a list shows.`}
        </Text>
      ) : null}
    </View>
  );
}
