import { View } from 'react-native';
import { chartKinds, dateSteps, type ReportScreen, type Table } from '@/core/model';
import { analysed } from '@/core/plan';
import { ChoiceField } from '@/ui';
import { useApp } from '../useApp';
import { ExpressionField } from './ExpressionField';
import { Section } from './Section';
import { TotalFields } from './TotalsEditor';
import { putSource, SourceField } from './SourceField';
import { useChange } from './view';

/** A report: what is put together, what is evaluated over it, and how it is drawn. */
export function ReportEditor({ screen, table }: { screen: ReportScreen; table: Table }) {
  const { definition } = useApp().state;
  const change = useChange(screen);
  const isDate = analysed(definition, table.id, screen.group).type.kind === 'date';
  return (
    <View className="gap-6">
      <Section title="Groups">
        <SourceField
          label="Reports on"
          table={table}
          source={screen}
          onChange={(source) => change((draft) => putSource(draft, source))}
        />
        <ExpressionField
          label="Put together by"
          table={table}
          text={screen.group}
          expected="value"
          onChange={(group) => group !== undefined && change((draft) => void (draft.group = group))}
        />
        {isDate ? (
          <ChoiceField
            label="By each"
            choices={dateSteps.map((step) => ({ value: step, label: step.charAt(0).toUpperCase() + step.slice(1) }))}
            value={screen.step ?? 'day'}
            onChange={(step) => change((draft) => void (draft.step = step))}
          />
        ) : null}
        <ChoiceField
          label="In the order of"
          choices={[
            { value: 'group', label: 'The groups' },
            { value: 'value', label: 'The figures, largest first' },
          ]}
          value={screen.order}
          onChange={(order) => change((draft) => void (draft.order = order))}
        />
        <ChoiceField
          label="At most"
          choices={['6', '12', '24', '60'].map((most) => ({ value: most, label: most }))}
          value={String(screen.most)}
          onChange={(most) => change((draft) => void (draft.most = Number(most)))}
        />
      </Section>
      <Section title="Figure">
        <TotalFields
          table={table}
          total={screen.value}
          onChange={(value) => change((draft) => void (draft.value = value))}
        />
      </Section>
      <Section title="Drawn as" help="A press on a group, in the picture or below it, shows its rows.">
        <ChoiceField
          label="Chart"
          choices={chartKinds.map((chart) => ({
            value: chart,
            label: { bars: 'Bars', line: 'Line', donut: 'Ring', table: 'No picture' }[chart],
          }))}
          value={screen.chart}
          onChange={(chart) => change((draft) => void (draft.chart = chart))}
        />
      </Section>
    </View>
  );
}
