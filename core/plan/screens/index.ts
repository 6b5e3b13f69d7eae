import type { Screen, ScreenKind, ScreenOf } from '@/core/model';
import { calendar } from './calendar';
import { form } from './form';
import { list } from './list';
import { menu } from './menu';
import { report, scan, settings } from './others';
import { record } from './record';
import type { ScreenTraits } from './traits';

/** What the plan says of each kind of screen. */
const screenTraits: { [K in ScreenKind]: ScreenTraits<ScreenOf<K>> } = {
  list,
  record,
  form,
  menu,
  report,
  calendar,
  scan,
  settings,
};

export const traitsOfScreen = <S extends Screen>(screen: S): ScreenTraits<S> =>
  screenTraits[screen.kind] as unknown as ScreenTraits<S>;

export type { Going, ScreenPlan, Source, Way } from './traits';
