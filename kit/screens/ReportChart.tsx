import { useState } from 'react';
import { type LayoutChangeEvent, View } from 'react-native';
import { BarChart, LineChart, PieChart } from 'react-native-gifted-charts';
import { useKit } from '../base/context';
import { useMarks } from '../base/marks';
import { Text } from '../base/Text';
import { useColors } from '../base/theme';

/** One group of a report as it is shown. */
export interface ReportGroup {
  key: string | number | null;
  name: string;
  /** The value in the units that people read. */
  drawn: number;
  text: string;
  count: number;
}

const HEIGHT = 200;
const AXIS = 46;
const PADDING = 12;
const EDGE = 6;
const LABEL = 54;
/** What is free between two names. */
const BETWEEN = 6;

interface ReportChartProps {
  kind: 'bars' | 'line' | 'donut';
  groups: readonly ReportGroup[];
  label: string;
  onOpen: (key: ReportGroup['key']) => void;
}

/**
 * The groups of a report as bars, a line or a ring. What it shows stands in words below it, for those who do not see
 * it.
 */
export function ReportChart({ kind, groups, label, onOpen }: ReportChartProps) {
  const [width, setWidth] = useState(0);
  return (
    <View
      role="img"
      aria-label={label}
      className="items-center overflow-hidden rounded-app bg-app-card p-3"
      onLayout={({ nativeEvent }: LayoutChangeEvent) => setWidth(nativeEvent.layout.width)}
    >
      {width === 0 ? (
        <View style={{ height: HEIGHT + 40 }} />
      ) : kind === 'donut' ? (
        <Ring groups={groups} onOpen={onOpen} />
      ) : (
        <OnAxes kind={kind} groups={groups} onOpen={onOpen} width={width} />
      )}
    </View>
  );
}

function Ring({ groups, onOpen }: Pick<ReportChartProps, 'groups' | 'onOpen'>) {
  const { card } = useColors();
  const marks = useMarks();
  return (
    <PieChart
      donut
      radius={96}
      innerRadius={58}
      innerCircleColor={card}
      data={groups.map(({ drawn, key }, index) => ({
        value: Math.max(0, drawn),
        color: marks[index % marks.length] as string,
        onPress: () => onOpen(key),
      }))}
    />
  );
}

interface OnAxesProps extends Pick<ReportChartProps, 'groups' | 'onOpen'> {
  kind: 'bars' | 'line';
  width: number;
}

function OnAxes({ kind, groups, onOpen, width }: OnAxesProps) {
  const { accent } = useColors();
  const room = Math.max(60, width - AXIS - 2 * PADDING - 4);
  // A line begins and ends at its points; a bar has its room about it.
  const slot = (room - 2 * EDGE) / Math.max(1, kind === 'line' ? groups.length - 1 : groups.length);
  const axes = useAxes(groups, room);
  // Where there is no room for each name, some stand for their neighbours.
  const every = Math.max(1, Math.ceil((LABEL + BETWEEN) / Math.max(slot, 1)));
  const points = groups.map(({ drawn, name, key }, index) => ({
    value: drawn,
    labelComponent: index % every === 0 ? () => <AxisLabel name={name} slot={slot} isFirst={index === 0} /> : undefined,
    onPress: () => onOpen(key),
  }));
  return kind === 'bars' ? (
    <BarChart
      {...axes}
      initialSpacing={EDGE + slot * 0.19}
      barWidth={slot * 0.62}
      spacing={slot * 0.38}
      frontColor={accent}
      barBorderTopLeftRadius={4}
      barBorderTopRightRadius={4}
      data={points}
    />
  ) : (
    <LineChart
      {...axes}
      initialSpacing={EDGE}
      spacing={slot}
      color={accent}
      thickness={3}
      dataPointsColor={accent}
      dataPointsRadius={5}
      data={points}
    />
  );
}

/** What bars and lines have in common: the axes with their rules and figures. */
function useAxes(groups: readonly ReportGroup[], width: number) {
  const { settings } = useKit();
  const { soft, line } = useColors();
  const scale = scaleOf(groups, settings.locale);
  return {
    height: HEIGHT,
    width,
    endSpacing: 0,
    noOfSections: 4,
    rulesColor: line,
    xAxisColor: line,
    yAxisColor: line,
    yAxisTextStyle: { fontSize: 12, color: soft },
    yAxisLabelWidth: AXIS,
    maxValue: scale.most,
    formatYLabel: scale.format,
    isAnimated: false,
    disableScroll: true,
    xAxisLabelsHeight: 20,
  } as const;
}

/** A name below the axis, in the middle of its slot; the first one does not begin before the axis does. */
function AxisLabel({ name, slot, isFirst }: { name: string; slot: number; isFirst: boolean }) {
  const middle = (slot - LABEL) / 2;
  return (
    <Text
      numberOfLines={1}
      className="font-sans text-[12px] text-app-soft"
      style={{
        width: LABEL,
        minWidth: LABEL,
        flexShrink: 0,
        marginLeft: isFirst ? Math.max(middle, -EDGE - slot * 0.19) : middle,
        textAlign: isFirst ? 'left' : 'center',
      }}
    >
      {name}
    </Text>
  );
}

/** The top of the axis, a round figure in four steps, and how its figures are written. */
function scaleOf(groups: readonly ReportGroup[], locale: string): { most: number; format: (label: string) => string } {
  const top = Math.max(1e-6, ...groups.map(({ drawn }) => drawn));
  const step = 10 ** Math.floor(Math.log10(top / 4));
  const format = new Intl.NumberFormat(locale, { notation: 'compact', maximumFractionDigits: step < 1 ? 2 : 1 });
  return { most: Math.ceil(top / (step * 4)) * step * 4, format: (label) => format.format(Number(label)) };
}
