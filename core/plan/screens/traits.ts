import type { Fault } from '@/core/fault';
import type { Definition, MenuEntry, Screen } from '@/core/model';
import type { Given } from '../parameter';
import type { PlacedExpression } from './placed';

export type ScreenPlan = Pick<Definition, 'tables' | 'people'>;
export type ScreenApp = Pick<Definition, 'tables' | 'people' | 'screens' | 'routines'>;

/** A way to another screen, and what people do to take it. */
export interface Way {
  to: string;
  by: string;
}

/** Where a screen takes the rows that it shows from: a table, or those that a query selects. */
export interface Source {
  tableId: string;
  queryId?: string | undefined;
  given?: Given | undefined;
}

/** What is going from a plan, by its id. */
export interface Going {
  table(id: string): boolean;
  column(id: string | undefined): boolean;
}

/** All that the plan says of one kind of screen. */
export interface ScreenTraits<S extends Screen> {
  /** Every expression of it, with the ways to put another in its place. */
  expressions(plan: ScreenPlan, screen: S): PlacedExpression[];
  /** The ways from it to others. */
  ways(app: ScreenApp, screen: S): Way[];
  /** What it names that is not there. Its table is. */
  faults(definition: Definition, screen: S): Fault[];
  sources(screen: S): Source[];
  /** The queries that it depends on, beside those that it takes rows from. */
  queries(screen: S): string[];
  /** The routines that it runs. */
  routines(screen: S): string[];
  /** Takes out what leads to screens that go. */
  withoutScreens(screen: S, goes: (screenId: string | undefined) => boolean): void;
  /** Takes out what works with what goes, expressions aside; false where nothing is left that it could show. */
  without(screen: S, going: Going): boolean;
}

/** A screen that shows no rows, names nothing and leads nowhere; kinds say what is otherwise. */
export const bareScreen = {
  expressions: () => [],
  ways: () => [],
  faults: () => [],
  sources: () => [],
  queries: () => [],
  routines: () => [],
  withoutScreens: () => undefined,
  without: () => true,
};

export type EntryOf<K extends MenuEntry['kind']> = Extract<MenuEntry, { kind: K }>;
