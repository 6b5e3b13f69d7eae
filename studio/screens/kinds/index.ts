import type { Screen, ScreenKind } from '@/core/model';
import { calendar } from './calendar';
import { menu, scan, settings } from './ofNone';
import { form, list, record, report } from './ofTables';
import type { StudioScreen } from './screenKind';

/** How each kind of screen is made and described, in the order of asking for them. */
export const studioScreens: { [K in ScreenKind]: StudioScreen<K> } = {
  list,
  record,
  form,
  menu,
  report,
  calendar,
  scan,
  settings,
};

export const screenKinds = Object.keys(studioScreens) as ScreenKind[];

export const studioScreenOf = (kind: ScreenKind): StudioScreen<ScreenKind> =>
  studioScreens[kind] as unknown as StudioScreen<ScreenKind>;

export const kindWords = (kind: ScreenKind): string => studioScreens[kind].name;

/** A screen's kind and what it shows. */
export const screenFacts = (screen: Screen, tableName: (id: string) => string): string =>
  'tableId' in screen ? `${kindWords(screen.kind)} of ${tableName(screen.tableId)}` : kindWords(screen.kind);
