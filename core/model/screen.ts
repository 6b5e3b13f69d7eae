import { z } from 'zod';
import { MenuScreen } from './menu';
import { ExpressionText, Id, Name } from './primitives';
import { directions, Format, RowDesign, Slot, SortBy, Total, Words } from './rowDesign';
import { ScanScreen } from './scan';
import { Collecting, common, source } from './screenParts';
import { calendarViews } from '@/core/calendar';

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
