import { useEffect, useState } from 'react';
import { useKit } from '../base/context';
import { addDays, addMonths, dayName, daysFrom, monthName, monthWeeks, weekName, weekStart } from '@/core/calendar';
import type { CompiledCalendar } from '@/core/compiled';

/** How many days an agenda shows at first, and how many more each time. */
const AGENDA_DAYS = 30;

/** The view of a calendar, the day that is chosen, and the days that are shown. */
export function useShownDays(calendar: CompiledCalendar) {
  const { settings } = useKit();
  const { firstDay, locale } = settings;
  const [view, setView] = useState(calendar.view);
  // Another design is another beginning.
  useEffect(() => setView(calendar.view), [calendar.view]);
  const [day, setDay] = useState(settings.today);
  const [agenda, setAgenda] = useState(AGENDA_DAYS);
  const start = weekStart(day, firstDay);
  const weeks = monthWeeks(day, firstDay);
  const days = { month: weeks.flat(), week: daysFrom(start, 7), agenda: daysFrom(day, agenda) }[view];
  return {
    view,
    setView,
    day,
    setDay,
    weeks,
    days,
    first: days[0] as string,
    last: days.at(-1) as string,
    title: {
      month: monthName(day, locale),
      week: weekName(start, locale),
      agenda: `From ${dayName(day, locale)}`,
    }[view],
    step: (by: number) =>
      setDay(view === 'month' ? addMonths(day, by) : addDays(day, by * (view === 'week' ? 7 : AGENDA_DAYS))),
    more: () => setAgenda(agenda + AGENDA_DAYS),
  };
}
