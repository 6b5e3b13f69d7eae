import { keepPreviousData, useQuery } from '@tanstack/react-query';
import X from 'lucide-react-native/icons/x';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { PartBoundary } from '../app/PartBoundary';
import { Text } from '../base/Text';
import { useKit } from '../base/context';
import { useMarks } from '../base/marks';
import { Blank, IconButton, TopBar } from '../base/parts';
import { rowsQuery } from '../data/rowsQuery';
import { useListRows } from '../data/useRows';
import { RecordList } from '../rows/RecordList';
import { totalText } from '../rows/totals';
import type { ReportGroup } from './ReportChart';
import { formatValue, scalarOf } from '@/core/column';
import { byDesign, type CompiledReport, type CompiledScreenOf, type CompiledTable, wayTo } from '@/core/compiled';
import type { Row } from '@/core/driver';
import { formatPeriod, type FormatSettings } from '@/core/format';
import { describeProblem, toProblem } from '@/core/problem';
import { fromBase, minorDigits, unitIn } from '@/core/unit';

/** A chart with the room around it. */
const CHART_HEIGHT = 264;

// In a browser the code that draws comes with the first chart.
const ReportChart = lazy(() => import('./ReportChart').then((drawn) => ({ default: drawn.ReportChart })));

/** Rows put together, evaluated and drawn; a press on a group shows its rows. */
export function ReportScreen({ screen, table }: { screen: CompiledScreenOf<'report'>; table: CompiledTable }) {
  const { database, settings } = useKit();
  const { report } = screen;
  const params = { firstDay: settings.firstDay };
  const { data, error } = useQuery({
    ...rowsQuery(database, { ...report.statement, params }),
    placeholderData: keepPreviousData,
  });
  const [opened, setOpened] = useState<string | number | null | undefined>(undefined);
  const groups = groupsOf(report, data?.rows ?? [], settings);
  const chosen = groups.find(({ key }) => key === opened);
  return (
    <View className="flex-1 bg-app-ground">
      <TopBar title={screen.name} detail={report.value.label} />
      {error ? (
        <Blank text={describeProblem(toProblem(error)).what} />
      ) : data && groups.length === 0 ? (
        <Blank text={`There are no ${table.name.toLowerCase()} to report on yet.`} />
      ) : chosen ? (
        <GroupRows report={report} table={table} group={chosen} params={params} onClose={() => setOpened(undefined)} />
      ) : (
        <ScrollView contentContainerClassName="gap-4 p-4">
          {report.chart === 'table' ? null : (
            <PartBoundary name={`the picture of the screen ${screen.name}`} version={report}>
              <Suspense fallback={<View style={{ height: CHART_HEIGHT }} className="rounded-app bg-app-card" />}>
                <ReportChart
                  kind={report.chart}
                  groups={groups}
                  label={`${screen.name}: ${report.value.label}`}
                  onOpen={setOpened}
                />
              </Suspense>
            </PartBoundary>
          )}
          <View role="list" aria-label={screen.name} className="overflow-hidden rounded-app bg-app-card">
            {groups.map((group, index) => (
              <GroupLine
                key={String(group.key)}
                group={group}
                mark={report.chart === 'donut' ? index : null}
                onOpen={() => setOpened(group.key)}
              />
            ))}
          </View>
        </ScrollView>
      )}
    </View>
  );
}

function groupsOf(report: CompiledReport, rows: readonly Row[], settings: FormatSettings): ReportGroup[] {
  const made = rows.map((row): ReportGroup => {
    const key = scalarOf(row.group);
    const name =
      key === null
        ? 'None'
        : report.step
          ? formatPeriod(String(key), report.step, settings)
          : report.group.kind === 'link'
            ? String(key)
            : formatValue(report.group, key, settings);
    return {
      key,
      name,
      drawn: drawn(report, Number(row.value ?? 0), settings),
      text: totalText(report.value, row, settings),
      count: Number(row.count),
    };
  });
  // Read from the latest back, shown from left to right.
  return report.step && report.order === 'group' ? made.reverse() : made;
}

function drawn({ value: { column } }: CompiledReport, value: number, { units }: FormatSettings): number {
  if (column.kind === 'money') return value / 10 ** minorDigits(column.currency);
  return column.kind === 'measure' ? fromBase(value, column.quantity, unitIn(column.unit, units ?? 'planned')) : value;
}

function GroupLine({ group, mark, onOpen }: { group: ReportGroup; mark: number | null; onOpen: () => void }) {
  const colors = useMarks();
  return (
    <View role="listitem" className="border-b border-app-line">
      <Pressable
        role="button"
        aria-label={`${group.name}, ${group.text}, ${group.count} ${group.count === 1 ? 'record' : 'records'}`}
        onPress={onOpen}
        className="min-h-[48px] flex-row items-center gap-3 px-4 active:bg-app-tint"
      >
        {mark === null ? null : (
          <View className="h-3.5 w-3.5 rounded-full" style={{ backgroundColor: colors[mark % colors.length] }} />
        )}
        <Text className="flex-1 font-sans text-[16px] text-app-ink">{group.name}</Text>
        <Text className="font-medium text-[16px] text-app-ink" style={{ fontVariant: ['tabular-nums'] }}>
          {group.text}
        </Text>
      </Pressable>
    </View>
  );
}

/** The rows of one group, as a list of their table shows them. */
function GroupRows({
  report,
  table,
  group,
  params,
  onClose,
}: {
  report: CompiledReport;
  table: CompiledTable;
  group: ReportGroup;
  params: { firstDay: number };
  onClose: () => void;
}) {
  const { app, navigation } = useKit();
  const { key } = group;
  const { firstDay } = params;
  const narrowed = useMemo(() => ({ value: key, params: { firstDay } }), [key, firstDay]);
  const rows = useListRows(report.list, table, { sort: byDesign, search: '', group: narrowed });
  const recordScreen = wayTo(app, 'record', table.id);
  const nothing = () => undefined;
  return (
    <View className="flex-1">
      <View className="flex-row items-center gap-2 border-b border-app-line bg-app-tint pl-4 pr-1">
        <Text
          role="heading"
          aria-level={3}
          className="flex-1 py-3 font-bold text-[16px] text-app-ink"
        >{`${group.name}: ${group.text}`}</Text>
        <IconButton icon={X} label="Back to the report" onPress={onClose} />
      </View>
      <RecordList
        list={report.list}
        table={table}
        behaviour={{
          tap: 'record',
          hold: 'none',
          swipe: false,
          buttons: [],
          select: false,
          add: false,
          routines: [],
          rowRoutine: null,
          labels: null,
          collect: null,
        }}
        title={`${table.name} of ${group.name}`}
        rows={rows}
        asked={group.key}
        search=""
        chosen={null}
        onPress={(id, index) =>
          recordScreen && navigation.go({ screenId: recordScreen, recordId: id, among: rows.among(index) })
        }
        onEdit={nothing}
        onDelete={nothing}
        onHold={nothing}
      />
    </View>
  );
}
