import { View } from 'react-native';
import { useApp } from '../../useApp';
import { Section } from '../Section';
import { putSource, SourceField } from '../SourceField';
import { useChange } from '../view';
import type { StudioScreen } from './screenKind';
import { calendarViews, calendarViewWords } from '@/core/calendar';
import type { ScreenOf, Table } from '@/core/model';
import { calendarDays, screensOf } from '@/core/plan';
import { ChoiceField, SelectField, SwitchField } from '@/ui';

function CalendarEditor({ screen, table }: { screen: ScreenOf<'calendar'>; table: Table }) {
  const { definition } = useApp().state;
  const change = useChange(screen);
  const days = calendarDays(table).map(({ id, name }) => ({ value: id, label: name }));
  const { list } = screensOf(definition);
  const of = (kind: 'record' | 'form') =>
    list
      .filter((each) => each.kind === kind && each.tableId === table.id)
      .map(({ id, name }) => ({ value: id, label: name }));
  const [records, forms] = [of('record'), of('form')];
  return (
    <View className="max-w-[640px] gap-6">
      <Section title="Rows" help="Each stands on its day, or on every day from one date to another.">
        <SourceField
          label="Rows of"
          table={table}
          source={screen}
          onChange={(source) => change((draft) => putSource(draft, source))}
        />
        <SelectField
          label="Stands at"
          options={days}
          value={screen.dayId}
          onChange={(dayId) =>
            change((draft) => {
              draft.dayId = dayId;
              if (draft.untilId === dayId) delete draft.untilId;
            })
          }
        />
        <SelectField
          label="Reaches to"
          options={[{ value: '', label: 'That one day' }, ...days.filter(({ value }) => value !== screen.dayId)]}
          value={screen.untilId ?? ''}
          onChange={(untilId) =>
            change((draft) => {
              if (untilId) draft.untilId = untilId;
              else delete draft.untilId;
            })
          }
        />
      </Section>
      <Section title="Shown" help="People can change between the three. Rows are dragged to another day.">
        <ChoiceField
          label="First as"
          choices={calendarViews.map((view) => ({ value: view, label: calendarViewWords[view] }))}
          value={screen.view ?? 'month'}
          onChange={(view) => change((draft) => void (draft.view = view))}
        />
        <SwitchField
          label="A tap on a day adds"
          value={screen.add ?? true}
          onChange={(add) => change((draft) => void (draft.add = add))}
        />
        {records.length > 1 ? (
          <SelectField
            label="A row opens"
            options={records}
            value={screen.recordScreenId ?? records[0]?.value ?? ''}
            onChange={(id) => change((draft) => void (draft.recordScreenId = id))}
          />
        ) : null}
        {forms.length > 1 ? (
          <SelectField
            label="Added and edited in"
            options={forms}
            value={screen.formScreenId ?? forms[0]?.value ?? ''}
            onChange={(id) => change((draft) => void (draft.formScreenId = id))}
          />
        ) : null}
      </Section>
    </View>
  );
}

export const calendar: StudioScreen<'calendar'> = {
  name: 'Calendar',
  what: 'Rows by a date or a span: month, week and agenda',
  suits: (table) => calendarDays(table).length > 0,
  suggests: (table) => `${table?.name ?? ''} calendar`,
  blank: ({ id, name, table }) => ({
    kind: 'calendar',
    id,
    name,
    tableId: table?.id ?? '',
    dayId: (table && calendarDays(table)[0]?.id) ?? '',
  }),
  Editor: CalendarEditor,
};
