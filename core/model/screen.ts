import { z } from 'zod';
import { ExpressionText, Id, Name, tones } from './primitives';
const Words = z.string().min(1).max(200);

/** How a value is shown where its kind alone does not say. */
export const Format = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('number'), places: z.int().min(0).max(9), grouped: z.boolean() }),
  z.strictObject({ kind: z.literal('money'), display: z.enum(['symbol', 'code', 'name', 'none']) }),
  z.strictObject({ kind: z.literal('date'), style: z.enum(['short', 'medium', 'long', 'relative']) }),
  /** Without a unit, in the one that the person's settings ask for. */
  z.strictObject({ kind: z.literal('measure'), unit: z.string().max(8).optional(), places: z.int().min(0).max(6) }),
  z.strictObject({ kind: z.literal('yesNo'), yes: Words, no: Words }),
  /** A sentence in which `{}` stands for the value. */
  z.strictObject({ kind: z.literal('template'), text: Words }),
]);
export type Format = z.infer<typeof Format>;

export const styleIcons = ['alert', 'clock', 'check', 'star', 'flag', 'lock', 'wrench', 'heart'] as const;
export type StyleIcon = (typeof styleIcons)[number];

/** How something looks in the rows where a condition holds. */
export const Style = z.strictObject({
  id: Id,
  when: ExpressionText,
  tone: z.enum(tones).optional(),
  strong: z.boolean().optional(),
  icon: z.enum(styleIcons).optional(),
  hide: z.boolean().optional(),
});
export type Style = z.infer<typeof Style>;

export const slotLooks = ['plain', 'strong', 'soft'] as const;

/** A place in a row, a record or a page that an expression fills. */
export const Slot = z.strictObject({
  id: Id,
  text: ExpressionText,
  /** What stands before or above it. */
  label: Name.optional(),
  format: Format.optional(),
  look: z.enum(slotLooks).optional(),
  /** After so many lines it is cut. */
  maxLines: z.int().min(1).max(12).optional(),
  /** Gives the tone: a choice its colour, anything else the name of one. */
  tone: ExpressionText.optional(),
  styles: z.array(Style).optional(),
});
export type Slot = z.infer<typeof Slot>;

export const rowShapes = ['rows', 'cards', 'pictures'] as const;
export const LEAST_ROW_HEIGHT = 48;

/** How one row of a list looks. Without a title it bears the record's name. */
export const RowDesign = z.strictObject({
  shape: z.enum(rowShapes),
  /** The most that stand beside one another where there is room. */
  across: z.int().min(1).max(4),
  minHeight: z.int().min(LEAST_ROW_HEIGHT).max(400).optional(),
  picture: Slot.optional(),
  title: Slot.optional(),
  lines: z.array(Slot).max(6),
  edge: z.array(Slot).max(3),
  badge: Slot.optional(),
  /** Of the whole row; the first that holds and says something about it counts. */
  styles: z.array(Style).optional(),
});
export type RowDesign = z.infer<typeof RowDesign>;

export const directions = ['ascending', 'descending'] as const;
export const SortBy = z.strictObject({ text: ExpressionText, direction: z.enum(directions) });
export type SortBy = z.infer<typeof SortBy>;

export const totalKinds = ['count', 'sum', 'avg', 'min', 'max'] as const;
/** One figure over many rows; all but a count take an expression. */
export const Total = z.strictObject({
  id: Id,
  label: Name,
  aggregate: z.enum(totalKinds),
  text: ExpressionText.optional(),
  format: Format.optional(),
});
export type Total = z.infer<typeof Total>;

export const parameterKinds = ['text', 'number', 'date', 'person'] as const;
/**
 * Something that a query is told: a value, which a screen may give another of, or an expression over the profile of the
 * person who is signed in.
 */
export const QueryParameter = z.strictObject({
  name: z
    .string()
    .max(60)
    .regex(/^\p{Ll}[\p{Ll}\d_]*$/u, 'expected small letters, digits and _'),
  kind: z.enum(parameterKinds),
  value: z.string().min(1).max(2000),
});
export type QueryParameter = z.infer<typeof QueryParameter>;

/** A named selection of rows. */
export const Query = z.strictObject({
  id: Id,
  name: Name,
  tableId: Id,
  condition: ExpressionText.optional(),
  /** Used in the condition as `:name`. */
  parameters: z.array(QueryParameter).max(12).optional(),
  order: z.array(SortBy).optional(),
  limit: z.int().min(1).max(100_000).optional(),
  /** Written by hand, in place of the condition: a SELECT that gives the ids of the rows. */
  sql: z.string().min(1).max(10_000).optional(),
});
export type Query = z.infer<typeof Query>;

const common = { id: Id, name: Name };
/** A table's rows, or those that a query selects. */
/** `given`: the values for the query's parameters, by their names, where they are not the query's own. */
const source = {
  tableId: Id,
  queryId: Id.optional(),
  given: z.record(z.string(), z.string().min(1).max(2000)).optional(),
};

export const leavings = ['keep', 'clear'] as const;
/**
 * A working list that is saved as records of a table: each linked to what was put on the list, with how often it was,
 * and by `parentId` to the record that the screen was opened from.
 */
const collecting = {
  tableId: Id,
  linkId: Id,
  countId: Id.optional(),
  parentId: Id.optional(),
  leaving: z.enum(leavings),
};
export const Collecting = z.strictObject(collecting);
export type Collecting = z.infer<typeof Collecting>;

export const rowActions = ['edit', 'delete'] as const;
export type RowAction = (typeof rowActions)[number];

export const ListScreen = z.strictObject({
  ...common,
  ...source,
  kind: z.literal('list'),
  row: RowDesign.optional(),
  sort: z.array(SortBy).max(4).optional(),
  /** Whether people may sort as they like. */
  userSort: z.boolean().optional(),
  /** The columns that people may filter by; all that suit, where it is not said. */
  filters: z.array(Id).optional(),
  section: z
    .strictObject({
      text: ExpressionText,
      format: Format.optional(),
      direction: z.enum(directions).optional(),
      totals: z.array(Total).max(3),
    })
    .optional(),
  totals: z.array(Total).max(4).optional(),
  /** What a search looks through: all texts of a record, those that its row shows, or nothing. */
  search: z.enum(['all', 'slots', 'none']).optional(),
  tap: z.enum(['record', 'form', 'actions', 'collect', 'none']).optional(),
  hold: z.enum(['actions', 'form', 'select', 'none']).optional(),
  swipe: z.boolean().optional(),
  buttons: z.array(z.enum(rowActions)).optional(),
  select: z.boolean().optional(),
  add: z.boolean().optional(),
  /** Its rows can be put on a working list. */
  collect: Collecting.optional(),
  /** Routines that can be run on a row. */
  routineIds: z.array(Id).max(12).optional(),
  /** The one of them that has a button in each row. */
  rowRoutineId: Id.optional(),
  /** A sheet of labels with the codes of its rows can be printed. */
  labels: z.strictObject({ columnId: Id, as: z.enum(['bars', 'QR']) }).optional(),
  empty: z.strictObject({ text: Words, button: Words.optional() }).optional(),
  /**
   * Where a record opens, and where it is added and edited; the first such screen of the table, where it is not said.
   */
  recordScreenId: Id.optional(),
  formScreenId: Id.optional(),
});
export type ListScreen = z.infer<typeof ListScreen>;

export const RecordPart = z.discriminatedUnion('kind', [
  z.strictObject({ id: Id, kind: z.literal('group'), title: Name.optional(), facts: z.array(Slot) }),
  /** Records that belong to this one, by the column that says so. */
  z.strictObject({
    id: Id,
    kind: z.literal('linked'),
    columnId: Id,
    title: Name.optional(),
    listScreenId: Id.optional(),
    rows: z.int().min(0).max(50),
    totals: z.array(Total).max(3),
  }),
  z.strictObject({ id: Id, kind: z.literal('button'), label: Name, screenId: Id }),
  /** A button that runs a routine on the record. */
  z.strictObject({ id: Id, kind: z.literal('routine'), label: Name, routineId: Id }),
]);
export type RecordPart = z.infer<typeof RecordPart>;

export const papers = ['A4', 'Letter'] as const;
/** A record laid out for paper: a head of facts, lines from what belongs to it, and totals over those. */
export const PageLayout = z.strictObject({
  paper: z.enum(papers),
  heading: Words,
  facts: z.array(Slot),
  lines: z.strictObject({ columnId: Id, slots: z.array(Slot).min(1), totals: z.array(Total) }).optional(),
  foot: Words.optional(),
});
export type PageLayout = z.infer<typeof PageLayout>;

export const RecordScreen = z.strictObject({
  ...common,
  kind: z.literal('record'),
  tableId: Id,
  parts: z.array(RecordPart).optional(),
  page: PageLayout.optional(),
  formScreenId: Id.optional(),
});
export type RecordScreen = z.infer<typeof RecordScreen>;

export const fieldInputs = ['field', 'stepper', 'slider'] as const;
export const FormPart = z.discriminatedUnion('kind', [
  z.strictObject({
    id: Id,
    kind: z.literal('field'),
    columnId: Id,
    help: Words.optional(),
    placeholder: Words.optional(),
    /** What a new record begins with; the column's own default, where it is not said. */
    start: ExpressionText.optional(),
    readOnlyWhen: ExpressionText.optional(),
    visibleWhen: ExpressionText.optional(),
    input: z.enum(fieldInputs).optional(),
  }),
  z.strictObject({ id: Id, kind: z.literal('heading'), text: Name }),
  /** Evaluated from what is typed. */
  z.strictObject({ id: Id, kind: z.literal('fact'), slot: Slot }),
  /** Records that belong to this one, edited here and saved with it. */
  z.strictObject({
    id: Id,
    kind: z.literal('lines'),
    columnId: Id,
    title: Name.optional(),
    fields: z.array(Id).min(1).max(6),
  }),
]);
export type FormPart = z.infer<typeof FormPart>;

/** Something that must hold across the fields of a form, and what to say where it does not. */
export const Check = z.strictObject({ id: Id, holds: ExpressionText, message: Words, columnId: Id.optional() });
export type Check = z.infer<typeof Check>;

export const FormScreen = z.strictObject({
  ...common,
  kind: z.literal('form'),
  tableId: Id,
  parts: z.array(FormPart).optional(),
  checks: z.array(Check).optional(),
  after: z.enum(['back', 'record', 'next']).optional(),
});
export type FormScreen = z.infer<typeof FormScreen>;

/** When an entry is there: while a query has rows, or while something holds of the person who is signed in. */
const EntryCondition = z.strictObject({ queryId: Id.optional(), person: ExpressionText.optional() });
export const menuIcons = [
  'list',
  'box',
  'shirt',
  'people',
  'calendar',
  'tools',
  'money',
  'chart',
  'settings',
  'star',
  'home',
  'barcode',
  'leaf',
  'note',
] as const;
export type MenuIcon = (typeof menuIcons)[number];

export const MenuEntry = z.discriminatedUnion('kind', [
  z.strictObject({ id: Id, kind: z.literal('heading'), text: Name }),
  z.strictObject({
    id: Id,
    kind: z.literal('screen'),
    screenId: Id,
    label: Name.optional(),
    icon: z.enum(menuIcons).optional(),
    counted: z.boolean().optional(),
    when: EntryCondition.optional(),
  }),
  /** One that runs a routine. */
  z.strictObject({
    id: Id,
    kind: z.literal('routine'),
    routineId: Id,
    label: Name.optional(),
    icon: z.enum(menuIcons).optional(),
    when: EntryCondition.optional(),
  }),
  /** One entry for each row: to its record, or to a list of what belongs to it by the column `columnId`. */
  z.strictObject({
    id: Id,
    kind: z.literal('rows'),
    ...source,
    screenId: Id,
    columnId: Id.optional(),
    most: z.int().min(1).max(50),
    icon: z.enum(menuIcons).optional(),
    when: EntryCondition.optional(),
  }),
]);
export type MenuEntry = z.infer<typeof MenuEntry>;

export const MenuScreen = z.strictObject({
  ...common,
  kind: z.literal('menu'),
  entries: z.array(MenuEntry),
  note: Words.optional(),
});
export type MenuScreen = z.infer<typeof MenuScreen>;

export const chartKinds = ['bars', 'line', 'donut', 'table'] as const;
export const dateSteps = ['day', 'week', 'month', 'year'] as const;
export const ReportScreen = z.strictObject({
  ...common,
  ...source,
  kind: z.literal('report'),
  group: ExpressionText,
  /** Dates are put together by day, week, month or year. */
  step: z.enum(dateSteps).optional(),
  value: Total,
  chart: z.enum(chartKinds),
  order: z.enum(['group', 'value']),
  most: z.int().min(1).max(60),
});
export type ReportScreen = z.infer<typeof ReportScreen>;

/** A table's column of codes. */
const CodeColumn = z.strictObject({ tableId: Id, columnId: Id });
/** What is done with the one record that a scanned code is of. */
const OnFound = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('open') }),
  z.strictObject({ kind: z.literal('routine'), routineId: Id }),
  z.strictObject({ kind: z.literal('collect'), ...collecting }),
]);
export type OnFound = z.infer<typeof OnFound>;
export const repeatings = ['count', 'ignore'] as const;
export const ScanScreen = z.strictObject({
  ...common,
  kind: z.literal('scan'),
  /** Where a code is looked for. */
  codes: z.array(CodeColumn).min(1).max(6),
  found: OnFound,
  /** Whether the screen stays for the next scan, with a list of those before. */
  continuous: z.boolean().optional(),
  repeats: z.enum(repeatings).optional(),
  /** Whether what is in no table can be looked up in the catalogue. */
  catalogue: z.boolean().optional(),
  note: Words.optional(),
});
export type ScanScreen = z.infer<typeof ScanScreen>;

export const calendarViews = ['month', 'week', 'agenda'] as const;
export type CalendarView = (typeof calendarViews)[number];
/** Rows by a date of theirs, or from one to another. */
export const CalendarScreen = z.strictObject({
  ...common,
  ...source,
  kind: z.literal('calendar'),
  dayId: Id,
  untilId: Id.optional(),
  /** What it shows first. */
  view: z.enum(calendarViews).optional(),
  row: RowDesign.optional(),
  add: z.boolean().optional(),
  recordScreenId: Id.optional(),
  formScreenId: Id.optional(),
});
export type CalendarScreen = z.infer<typeof CalendarScreen>;

export const SettingsScreen = z.strictObject({ ...common, kind: z.literal('settings') });

export const Screen = z.discriminatedUnion('kind', [
  ListScreen,
  RecordScreen,
  FormScreen,
  MenuScreen,
  ReportScreen,
  CalendarScreen,
  ScanScreen,
  SettingsScreen,
]);
export type Screen = z.infer<typeof Screen>;
export type ScreenKind = Screen['kind'];
export type ScreenOf<K extends ScreenKind> = Extract<Screen, { kind: K }>;

/** What stays on the phone whatever screen is shown: tabs at its foot, or a menu behind a button. */
export const Frame = z.strictObject({ kind: z.enum(['tabs', 'menu']), screenIds: z.array(Id).min(1).max(12) });
export type Frame = z.infer<typeof Frame>;

/** Every screen of an app. Where a definition has none, they are made from its plan. */
export const Screens = z.strictObject({ startId: Id, frame: Frame.optional(), list: z.array(Screen).min(1) });
export type Screens = z.infer<typeof Screens>;

export const corners = ['square', 'soft', 'round'] as const;
export const densities = ['compact', 'normal', 'roomy'] as const;
export const schemes = ['light', 'dark', 'system'] as const;
export const appSymbols = [
  'leaf',
  'shirt',
  'box',
  'tools',
  'star',
  'heart',
  'home',
  'barcode',
  'calendar',
  'note',
] as const;
/** The icon of an app: letters, or a symbol that ships. */
export const AppIcon = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('letters'), text: z.string().min(1).max(3) }),
  z.strictObject({ kind: z.literal('symbol'), name: z.enum(appSymbols) }),
]);
export type AppIcon = z.infer<typeof AppIcon>;
