import { toBase } from '@/core/unit';
import { computed, demoTable, linkTo } from './table';
import { conditions, sizes } from './theatreNames';

/** A length kept in metres and shown in centimetres. */
function centimetres(least: number, most: number) {
  return {
    kind: 'measure',
    quantity: 'length',
    unit: 'cm',
    places: 1,
    min: toBase(least, 'length', 'cm'),
    max: toBase(most, 'length', 'cm'),
  } as const;
}

export const productions = demoTable('t1', 'Productions', 'Production', [
  ['Title', { kind: 'text' }, { required: true, unique: true }],
  ['Stage', { kind: 'choice', choices: ['Main stage', 'Cellar stage', 'On tour'] }, { required: true }],
  ['Opening night', { kind: 'date' }],
  ['Costume budget', { kind: 'money', currency: 'EUR' }],
  ['Finished', { kind: 'yesNo' }],
  ['Repair costs', computed('sum(repairs.cost)')],
  ['Not yet charged', computed('sum(repairs.cost) FILTER (WHERE NOT repairs.charged)')],
  ['Budget left', computed('costume_budget - coalesce(repair_costs, 0)')],
  ['Notes', { kind: 'longText' }],
]);

export const performers = demoTable('t2', 'Performers', 'Performer', [
  ['Name', { kind: 'text' }, { required: true }],
  ['Chest', centimetres(40, 180)],
  ['Waist', centimetres(40, 180)],
  ['Inside leg', centimetres(40, 120)],
  ['Shoe size', { kind: 'wholeNumber', min: 15, max: 55 }],
  ['Joined', { kind: 'date' }],
  ['Allergic to wool', { kind: 'yesNo' }],
  ['Roles', computed("group_concat(castings.role, ', ')")],
]);

export const garments = demoTable('t3', 'Garments', 'Garment', [
  ['Name', { kind: 'text' }, { required: true }],
  ['Tag', { kind: 'barcode', symbology: 'EAN-13' }, { required: true, unique: true }],
  [
    'Condition',
    { kind: 'choice', choices: conditions, tones: { 'As new': 'green', Worn: 'amber', Poor: 'red' } },
    { required: true, default: { kind: 'value', value: 'Good' } },
  ],
  ['Size', { kind: 'choice', choices: sizes }],
  ['Kept at', { kind: 'text' }],
  ['Value', { kind: 'money', currency: 'EUR' }],
  ['Acquired', { kind: 'date' }, { default: { kind: 'today' } }],
  ['Lent out', { kind: 'yesNo' }],
  ['Times mended', computed('count(repairs)')],
  ['Care', { kind: 'longText' }],
  ['Photo', { kind: 'picture' }],
  ['Private note', { kind: 'longText' }, { perPerson: true }],
]);

export const fittings = demoTable('t4', 'Fittings', 'Fitting', [
  ['Performer', linkTo(performers, 'Fittings', 'cascade'), { required: true }],
  ['Garment', linkTo(garments, 'Fittings', 'cascade'), { required: true }],
  ['Production', linkTo(productions, 'Fittings', 'unlink')],
  ['Day', { kind: 'date' }, { required: true, default: { kind: 'today' } }],
  ['At', { kind: 'time' }],
  ['Done', { kind: 'yesNo' }],
  ['Fit', { kind: 'rating', most: 5, half: true }],
]);

export const loans = demoTable('t5', 'Loans', 'Loan', [
  ['Borrower', { kind: 'text' }, { required: true }],
  ['Garment', linkTo(garments, 'Loans', 'stop'), { required: true }],
  ['Due back', { kind: 'date' }, { required: true }],
  ['Deposit', { kind: 'money', currency: 'EUR' }],
  ['Returned', { kind: 'yesNo' }],
  ['Noted', { kind: 'created' }],
  ['Overdue', computed('due_back < :today AND NOT returned')],
  ['Days late', computed('CASE WHEN overdue THEN days_between(due_back, :today) END')],
]);

/** What a production is charged for its mending, line by line. */
export const costSheets = demoTable('t10', 'Cost sheets', 'Cost sheet', [
  ['Number', { kind: 'text' }, { required: true, unique: true }],
  ['Production', linkTo(productions, 'Cost sheets', 'stop'), { required: true }],
  ['Day', { kind: 'date' }, { required: true, default: { kind: 'today' } }],
  ['Paid', { kind: 'yesNo' }],
  ['Total', computed('sum(sheet_lines.amount)')],
  ['Remark', { kind: 'longText' }],
]);

export const repairs = demoTable('t6', 'Repairs', 'Repair', [
  ['Fault', { kind: 'text' }, { required: true }],
  ['Garment', linkTo(garments, 'Repairs', 'cascade'), { required: true }],
  ['Production', linkTo(productions, 'Repairs', 'unlink')],
  ['Reported', { kind: 'date' }, { required: true, default: { kind: 'today' } }],
  ['Hours', { kind: 'decimal', places: 2, min: 0 }],
  ['Hourly rate', { kind: 'money', currency: 'EUR' }, { default: { kind: 'value', value: 2800 } }],
  ['Charged', { kind: 'yesNo' }, { indexed: true }],
  ['Cost', computed('hours * hourly_rate')],
  ['Notes', { kind: 'longText' }],
  ['Cost sheet', linkTo(costSheets, 'Gathered repairs', 'unlink')],
]);

export const castings = {
  ...demoTable('t7', 'Castings', 'Casting', [
    ['Performer', linkTo(performers, 'Castings', 'cascade'), { required: true }],
    ['Production', linkTo(productions, 'Castings', 'cascade'), { required: true }],
    ['Role', { kind: 'text' }],
  ]),
  naming: { kind: 'column', columnId: 't7-01' } as const,
  linking: true,
};

/** Who works in the wardrobe, and signs in on its phones. */
export const workers = demoTable('t8', 'Wardrobe workers', 'Worker', [
  ['Name', { kind: 'text' }, { required: true, unique: true }],
  ['Hours a week', { kind: 'wholeNumber', min: 1, max: 48 }],
]);

export const errands = {
  ...demoTable('t9', 'Errands', 'Errand', [
    ['What', { kind: 'text' }, { required: true }],
    ['Garment', linkTo(garments, 'Errands', 'cascade')],
    ['By', { kind: 'date' }, { default: { kind: 'today' } }],
    ['Done', { kind: 'yesNo' }],
  ]),
  owned: true,
};

export const sheetLines = demoTable('t11', 'Sheet lines', 'Line', [
  ['Work', { kind: 'text' }, { required: true }],
  ['Cost sheet', linkTo(costSheets, 'Sheet lines', 'cascade'), { required: true }],
  ['Hours', { kind: 'decimal', places: 2, min: 0 }, { required: true }],
  ['Rate', { kind: 'money', currency: 'EUR' }, { required: true, default: { kind: 'value', value: 2800 } }],
  ['Amount', computed('hours * rate')],
]);

/** What was on the rails when somebody went round with the scanner. */
export const stockCounts = demoTable('t12', 'Stock counts', 'Stock count', [
  ['Garment', linkTo(garments, 'Stock counts', 'cascade'), { required: true }],
  ['Day', { kind: 'date' }, { required: true, default: { kind: 'today' } }],
  ['Times seen', { kind: 'wholeNumber', min: 1 }],
  ['Noted', { kind: 'created' }],
]);
