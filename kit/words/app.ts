import {
  type CompiledApp,
  type CompiledForm,
  type CompiledRecord,
  type CompiledScreen,
  type CompiledScreenOf,
  formPartOf,
  type FormPartSaid,
  type ListBehaviour,
  recordPartOf,
  type RecordPartSaid,
  usualBehaviour,
} from '@/core/compiled';
import type { Column, ScreenKind } from '@/core/model';
import { type ListSaid, listOf } from './list';
import { compiledTable, type TableOf } from './table';

type Said<K extends ScreenKind> = Omit<CompiledScreenOf<K>, 'kind'>;
const screen =
  <K extends ScreenKind>(kind: K) =>
  (said: Said<K>): CompiledScreenOf<K> =>
    ({ ...said, kind }) as unknown as CompiledScreenOf<K>;

type ListScreenSaid = Omit<Said<'list'>, 'list' | 'behaviour'> & {
  list: Omit<ListSaid, 'tableId'> & { tableId?: string };
  behaviour?: Partial<ListBehaviour>;
};
export const listScreen = ({ list, behaviour = {}, ...said }: ListScreenSaid) =>
  screen('list')({
    ...said,
    behaviour: { ...usualBehaviour, ...behaviour },
    list: listOf({ tableId: said.tableId, ...list }),
  } as Said<'list'>);
type RecordSaid = Omit<Said<'record'>, 'record'> & {
  record: Omit<CompiledRecord, 'parts'> & { parts: RecordPartSaid[] };
};
export const recordScreen = ({ record, ...said }: RecordSaid) =>
  screen('record')({ ...said, record: { ...record, parts: record.parts.map(recordPartOf) } } as Said<'record'>);
type FormSaid = Omit<Said<'form'>, 'form'> & { form: Omit<CompiledForm, 'parts'> & { parts: FormPartSaid[] } };
export const formScreen = ({ form, ...said }: FormSaid) =>
  screen('form')({ ...said, form: { ...form, parts: form.parts.map(formPartOf) } } as Said<'form'>);
export const menuScreen = screen('menu');
export const reportScreen = screen('report');
export const calendarScreen = screen('calendar');
export const scanScreen = screen('scan');
export const settingsScreen = screen('settings');

interface AppSaid extends Omit<CompiledApp, 'tables' | 'screens' | 'startId' | 'choices'> {
  choices: Readonly<Record<string, ListSaid>>;
  tables: readonly TableOf<Record<string, Column>>[];
  screens: readonly CompiledScreen[];
  start: CompiledScreen;
}

/** The app, ready to run. */
export const defineApp = ({ tables, screens, start, choices, ...rest }: AppSaid): CompiledApp => ({
  ...rest,
  choices: Object.fromEntries(Object.entries(choices).map(([query, list]) => [query, listOf(list)])),
  tables: tables.map(compiledTable),
  screens: [...screens],
  startId: start.id,
});
