import { screenOf, useKit } from '../base/context';
import { CalendarScreen } from '../screens/CalendarScreen';
import { FormScreen } from '../screens/FormScreen';
import { MenuScreen } from '../screens/MenuScreen';
import { RecordScreen } from '../screens/RecordScreen';
import { ReportScreen } from '../screens/ReportScreen';
import { ScanScreen } from '../screens/ScanScreen';
import { SettingsScreen } from '../screens/SettingsScreen';
import { ListScreen } from '../screens/list/ListScreen';
import type { ScreenProps, ScreensByKind } from './screenProps';
import { type CompiledScreenOf, wayTo } from '@/core/compiled';

export { AskSheet } from '../routines/AskSheet';

export const screens: ScreensByKind = {
  menu: ({ screen }) => <MenuScreen screen={screen} />,
  scan: ({ screen, place }) => <ScanScreen screen={screen} linked={place.linked} />,
  settings: ({ screen }) => <SettingsScreen screen={screen} />,
  list: ({ screen, table, place }) => <ListScreen screen={screen} table={table} linked={place.linked} />,
  record: RecordAt,
  form: ({ screen, table, place }) => (
    <FormScreen screen={screen} table={table} recordId={place.recordId} linked={place.linked} given={place.values} />
  ),
  report: ({ screen, table }) => <ReportScreen screen={screen} table={table} />,
  calendar: ({ screen, table }) => <CalendarScreen screen={screen} table={table} />,
};

function RecordAt({ screen, table, place: { recordId, among } }: ScreenProps<CompiledScreenOf<'record'>>) {
  const { app } = useKit();
  if (recordId !== undefined) return <RecordScreen screen={screen} table={table} recordId={recordId} among={among} />;
  // Without a record it is its list that is meant.
  const list = screenOf(app, wayTo(app, 'list', table.id) ?? '');
  return list?.kind === 'list' ? <ListScreen screen={list} table={table} /> : null;
}
