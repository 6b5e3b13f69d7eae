import ChevronLeft from 'lucide-react-native/icons/chevron-left';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import { useCallback, useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { Text } from '../base/Text';
import { useKit } from '../base/context';
import { ActionButton, Blank, IconButton, TopBar } from '../base/parts';
import { DaySection } from '../calendar/DaySection';
import { MonthGrid } from '../calendar/MonthGrid';
import { MoveSheet } from '../calendar/MoveSheet';
import { type CalendarRow, useCalendarRows, useDayCounts } from '../calendar/calendarRows';
import { type DayDrag, useDayDrag } from '../calendar/useDayDrag';
import { useShownDays } from '../calendar/useShownDays';
import { useWrites } from '../data/useWrites';
import { countedRecords } from '../data/writeRequests';
import { type CalendarView, calendarViews, calendarViewWords, dayName, movedTo } from '@/core/calendar';
import { type CompiledCalendar, type CompiledScreenOf, type CompiledTable, wayTo } from '@/core/compiled';
import { describeProblem, toProblem } from '@/core/problem';

interface CalendarScreenProps {
  screen: CompiledScreenOf<'calendar'>;
  table: CompiledTable;
}

/** Rows by their dates: a month with a day of it, a week, or what comes next. */
export function CalendarScreen({ screen, table }: CalendarScreenProps) {
  const { calendar } = screen;
  const shown = useShownDays(calendar);
  const { view, day, first, last } = shown;
  const [acting, setActing] = useState<Acting | null>(null);
  const acts = useCalendarActs(calendar, table);
  const { drag, target, handle } = useDayDrag(acts.onMove);
  const counts = useDayCounts(calendar, first, last);
  const { rows, error } = useCalendarRows(calendar, view === 'month' ? day : first, view === 'month' ? day : last);
  const section = (on: string, blank: string | null) => (
    <DaySection
      key={on}
      table={table}
      design={calendar.row}
      day={on}
      count={counts.get(on) ?? 0}
      rows={rows}
      blank={blank}
      isOver={drag?.over === on}
      targetRef={view === 'month' ? undefined : target(on)}
      handle={handle}
      {...acts}
      onEdit={(id) => acts.onEdit?.(id)}
      onAdd={acts.onAdd && (() => acts.onAdd?.(on))}
      onActions={(row, from) => setActing({ row, from })}
    />
  );
  return (
    <View className="flex-1 bg-app-ground">
      <CalendarHead title={screen.name} shown={shown} />
      {error ? (
        <Blank text={describeProblem(toProblem(error)).what} />
      ) : (
        <ScrollView scrollEnabled={drag === null} contentContainerClassName="gap-3 py-3">
          {view === 'month' ? (
            <>
              <View className="px-3">
                <MonthGrid
                  weeks={shown.weeks}
                  day={day}
                  counts={counts}
                  countWords={acts.countWords}
                  over={drag?.over ?? null}
                  target={target}
                  onChoose={shown.setDay}
                  onAgain={() => acts.onAdd?.(day)}
                />
              </View>
              {section(day, `No ${table.name.toLowerCase()} on this day. Tap it again to add one.`)}
            </>
          ) : view === 'week' ? (
            shown.days.map((each) => section(each, null))
          ) : (
            <>
              {shown.days.filter((each) => counts.has(each)).map((each) => section(each, null))}
              <AgendaFoot table={table} last={counts.size === 0 ? last : null} onMore={shown.more} />
            </>
          )}
        </ScrollView>
      )}
      {drag ? <DragWords drag={drag} /> : null}
      {acting ? (
        <MoveSheet
          table={table}
          {...acting}
          onMove={(to) => acts.onMove(acting.row, acting.from, to)}
          onEdit={acts.onEdit && (() => acts.onEdit?.(acting.row.id))}
          onDelete={() => acts.onDelete(acting.row.id)}
          onClose={() => setActing(null)}
        />
      ) : null}
    </View>
  );
}

interface Acting {
  row: CalendarRow;
  from: string;
}

/** What can be done in a calendar: with a day, and with a row on it. */
function useCalendarActs(calendar: CompiledCalendar, table: CompiledTable) {
  const { app, navigation } = useKit();
  const { remove } = useWrites(table);
  const formId = wayTo(app, 'form', table.id, calendar.formScreenId);
  const recordId = wayTo(app, 'record', table.id, calendar.recordScreenId);
  return {
    onAdd:
      formId !== null && calendar.add
        ? (on: string) => navigation.go({ screenId: formId, values: { [calendar.day.id]: on } })
        : null,
    onOpen: (id: number) => recordId && navigation.go({ screenId: recordId, recordId: id }),
    onEdit: formId ? (id: number) => navigation.go({ screenId: formId, recordId: id }) : null,
    onDelete: (id: number) => void remove(id),
    onMove: useMove(calendar, table),
    countWords: (count: number) => (count === 0 ? `no ${table.name.toLowerCase()}` : countedRecords(table, count)),
  };
}

/** The calendar's name and days, and the way to others. */
function CalendarHead({ title, shown }: { title: string; shown: ReturnType<typeof useShownDays> }) {
  const { settings } = useKit();
  const { view, day, setDay, setView, step } = shown;
  return (
    <>
      <TopBar title={title} detail={shown.title}>
        <IconButton icon={ChevronLeft} label={`Earlier ${view}`} onPress={() => step(-1)} />
        <IconButton icon={ChevronRight} label={`Later ${view}`} onPress={() => step(1)} />
      </TopBar>
      <View className="flex-row items-center gap-2 px-4 pt-3">
        <ViewChoice view={view} onChange={setView} />
        <View className="flex-1" />
        {day === settings.today ? null : (
          <ActionButton kind="plain" label="Today" onPress={() => setDay(settings.today)} />
        )}
      </View>
    </>
  );
}

/** Moves a row from one day to another, with the day that it reaches to. */
function useMove(calendar: CompiledCalendar, table: CompiledTable) {
  const { setOf } = useWrites(table);
  return useCallback(
    (row: CalendarRow, from: string, to: string) => {
      const next = movedTo(row, from, to);
      const reach = calendar.until && next.until !== null ? [{ column: calendar.until, value: next.until }] : [];
      void setOf('Moved', row.id, [{ column: calendar.day, value: next.day }, ...reach]);
    },
    [calendar, setOf],
  );
}

/** What an agenda ends with. `last`: the day up to which there is nothing. */
function AgendaFoot({ table, last, onMore }: { table: CompiledTable; last: string | null; onMore: () => void }) {
  const { settings } = useKit();
  return (
    <>
      {last === null ? null : (
        <Text className="px-4 font-sans text-[15px] text-app-soft">
          {`No ${table.name.toLowerCase()} until ${dayName(last, settings.locale)}.`}
        </Text>
      )}
      <View className="items-start px-4">
        <ActionButton kind="plain" label="Show later days" onPress={onMore} />
      </View>
    </>
  );
}

/** What is dragged, and where it would go. */
function DragWords({ drag }: { drag: DayDrag }) {
  const { settings } = useKit();
  return (
    <View pointerEvents="none" className="absolute bottom-4 left-4 right-4 rounded-app bg-app-ink px-4 py-3">
      <Text role="status" numberOfLines={2} className="font-medium text-[15px] text-app-ground">
        {drag.over && drag.over !== drag.from
          ? `Move ${drag.row.name} to ${dayName(drag.over, settings.locale)}`
          : `Drag ${drag.row.name} to another day`}
      </Text>
    </View>
  );
}

function ViewChoice({ view, onChange }: { view: CalendarView; onChange: (view: CalendarView) => void }) {
  return (
    <View role="radiogroup" aria-label="Shown as" className="flex-row rounded-full border border-app-line bg-app-card">
      {calendarViews.map((each) => (
        <Pressable
          key={each}
          role="radio"
          aria-checked={each === view}
          onPress={() => onChange(each)}
          className={`min-h-[44px] justify-center rounded-full px-4 ${each === view ? 'bg-app-accent' : ''}`}
        >
          <Text className={`font-medium text-[15px] ${each === view ? 'text-app-on-accent' : 'text-app-ink'}`}>
            {calendarViewWords[each]}
          </Text>
        </Pressable>
      ))}
    </View>
  );
}
