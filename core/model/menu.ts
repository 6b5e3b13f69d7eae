import { z } from 'zod';
import { ExpressionText, Id, Name } from './primitives';
import { Words } from './rowDesign';
import { common, source } from './screenParts';

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
