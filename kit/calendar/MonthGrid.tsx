import { useEffect, useRef } from 'react';
import { Pressable, type Role, View } from 'react-native';
import { addDays, addMonths, dayName, dayNumber, monthName, weekdayNames } from '@/core/calendar';
import { numberFormat } from '@/core/format';
import { useKit } from '../base/context';
import { Text } from '../base/Text';

interface MonthGridProps {
  weeks: string[][];
  /** The day that is chosen: its month is the one that counts. */
  day: string;
  counts: ReadonlyMap<string, number>;
  /** What is counted: "3 fittings". */
  countWords(count: number): string;
  /** The day that something is dragged over. */
  over: string | null;
  target(day: string): (view: View | null) => void;
  onChoose(day: string): void;
  /** A press on the day that is chosen already. */
  onAgain(): void;
}

/** The day after a key of the grid pattern (WAI-ARIA); null for any other key. */
export function dayAfterKey(day: string, key: string): string | null {
  switch (key) {
    case 'ArrowLeft':
      return addDays(day, -1);
    case 'ArrowRight':
      return addDays(day, 1);
    case 'ArrowUp':
      return addDays(day, -7);
    case 'ArrowDown':
      return addDays(day, 7);
    case 'PageUp':
      return addMonths(day, -1);
    case 'PageDown':
      return addMonths(day, 1);
    default:
      return null;
  }
}

/** The days of a month, with how many rows stand on each. */
export function MonthGrid(props: MonthGridProps) {
  const { weeks, day } = props;
  // Whether the day was chosen with a key: then the focus goes with it.
  const keyed = useRef(false);
  const { settings } = useKit();
  const names = weekdayNames(weeks[0] ?? [], settings.locale);
  return (
    <View role="grid" aria-label={monthName(day, settings.locale)} className="gap-1">
      <View role="row" className="flex-row">
        {names.map(({ short, long }) => (
          <View key={long} role="columnheader" aria-label={long} className="flex-1 items-center">
            <Text className="font-sans text-[13px] text-app-soft">{short}</Text>
          </View>
        ))}
      </View>
      {weeks.map((week) => (
        <View key={week[0]} role="row" className="flex-row">
          {week.map((each) => (
            <DayCell key={each} each={each} keyed={keyed} {...props} />
          ))}
        </View>
      ))}
    </View>
  );
}

function DayCell({
  each,
  day,
  counts,
  countWords,
  over,
  target,
  onChoose,
  onAgain,
  keyed,
}: Omit<MonthGridProps, 'weeks'> & { each: string; keyed: { current: boolean } }) {
  const { settings } = useKit();
  const cell = useRef<View | null>(null);
  const isChosen = each === day;
  const isInMonth = each.slice(0, 7) === day.slice(0, 7);
  const count = counts.get(each) ?? 0;
  const keys = {
    onKeyDown: (event: { key: string; preventDefault(): void }) => {
      const next = dayAfterKey(each, event.key);
      if (next === null) return;
      event.preventDefault();
      keyed.current = true;
      onChoose(next);
    },
  };
  useEffect(() => {
    if (!keyed.current || !isChosen) return;
    keyed.current = false;
    cell.current?.focus();
  }, [isChosen, keyed]);
  const ground = over === each ? 'bg-app-tint' : isChosen ? 'bg-app-accent' : '';
  const ink = isChosen && over !== each ? 'text-app-on-accent' : isInMonth ? 'text-app-ink' : 'text-app-soft';
  return (
    <Pressable
      ref={(view) => {
        cell.current = view;
        target(each)(view);
      }}
      role={'gridcell' as Role}
      aria-selected={isChosen}
      aria-label={`${dayName(each, settings.locale)}, ${countWords(count)}`}
      tabIndex={isChosen ? 0 : -1}
      onPress={() => (isChosen ? onAgain() : onChoose(each))}
      {...keys}
      className={[
        'min-h-[48px] flex-1 items-center justify-center rounded-lg border',
        each === settings.today ? 'border-app-accent' : 'border-transparent',
        ground,
      ].join(' ')}
    >
      <Text className={`font-medium text-[16px] ${ink}`}>{dayNumber(each, settings.locale)}</Text>
      <Text
        className={[
          'font-sans text-[13px] leading-4',
          isChosen && over !== each ? 'text-app-on-accent' : 'text-app-accent',
        ].join(' ')}
      >
        {count > 0 ? numberFormat(settings.locale, {}).format(count) : ' '}
      </Text>
    </Pressable>
  );
}
