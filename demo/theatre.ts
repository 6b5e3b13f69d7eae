import { gs1CheckDigit } from '@/core/barcode';
import type { Table } from '@/core/model';
import { personalColumns, personalId, personalLinkIds, personalTableId } from '@/core/plan';
import type { AppFile, RowSet } from '@/core/transfer';
import { toBase } from '@/core/unit';
import { drawGarment } from './drawing';
import { type Random, seeded } from './random';
import { theatreRoutines } from './theatreRoutines';
import { theatreQueries, theatreScreens } from './theatreScreens';
import { computed, demoRows, demoTable, linkTo } from './table';

const TODAY = '2026-11-20';
const SHEETS = 14;
const LINES = 5;
const plays = [
  'The Salt Almanac',
  'A Lamp for Orrin',
  'Seven Doors of Maple Street',
  'The Clockmaker’s Orchard',
  'Nettle and Thorn',
  'Midwinter Ferry',
  'The Paper Admiral',
  'Gulls over Tarn Quay',
  'An Honest Ghost',
  'The Marrow Hill Players',
  'Quiet Thunder',
  'The Last Lighthouse Ball',
  'Ash and Amber',
  'Two Umbrellas',
];
const firstNames = [
  'Ada',
  'Bram',
  'Cosima',
  'Dorrit',
  'Edvin',
  'Fenna',
  'Gil',
  'Hesper',
  'Ivo',
  'Junia',
  'Kester',
  'Lunet',
  'Milo',
  'Nerys',
  'Osk',
  'Perdita',
  'Quill',
  'Rosalba',
  'Silvan',
  'Tamsin',
  'Ulla',
  'Vesper',
  'Wilmot',
  'Yara',
];
const lastNames = [
  'Ashgrove',
  'Brindle',
  'Corvane',
  'Dunmarsh',
  'Ellerby',
  'Farthing',
  'Grayling',
  'Holloway',
  'Inchbald',
  'Jessamy',
  'Kettlewell',
  'Larkmoor',
  'Merriden',
  'Northcote',
  'Oakhanger',
  'Pellow',
  'Quarrie',
  'Rookwood',
  'Silverdale',
  'Thistleton',
];
const colours = [
  'Blue',
  'Crimson',
  'Ivory',
  'Moss green',
  'Black',
  'Ochre',
  'Plum',
  'Silver',
  'Russet',
  'Teal',
  'Rose',
  'Charcoal',
];
const fabrics = ['velvet', 'wool', 'silk', 'linen', 'brocade', 'cotton', 'satin', 'tweed'];
const pieces = [
  'tailcoat',
  'gown',
  'waistcoat',
  'breeches',
  'cloak',
  'bonnet',
  'bodice',
  'petticoat',
  'frock coat',
  'cape',
  'shawl',
  'doublet',
  'apron',
  'top hat',
  'boots',
  'gloves',
];
const conditions = ['As new', 'Good', 'Worn', 'Poor'];
const sizes = ['XS', 'S', 'M', 'L', 'XL'];
const faults = [
  'Torn lining',
  'Missing button',
  'Loose hem',
  'Broken zip',
  'Split seam',
  'Moth hole',
  'Stained cuff',
  'Frayed braid',
  'Worn heel',
  'Loose sequins',
];
const roles = [
  'The harbour master',
  'First lamplighter',
  'A widow of Tarn Quay',
  'The orchard keeper',
  'Second gull',
  'The ferryman',
  'A travelling tailor',
  'The honest ghost',
  'Captain Marrow',
  'A chorus of clocks',
];
const places = ['Rail A', 'Rail B', 'Rail C', 'Hat wall', 'Shoe loft', 'Trunk 4', 'Trunk 7'];

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

const productions = demoTable('t1', 'Productions', 'Production', [
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
const performers = demoTable('t2', 'Performers', 'Performer', [
  ['Name', { kind: 'text' }, { required: true }],
  ['Chest', centimetres(40, 180)],
  ['Waist', centimetres(40, 180)],
  ['Inside leg', centimetres(40, 120)],
  ['Shoe size', { kind: 'wholeNumber', min: 15, max: 55 }],
  ['Joined', { kind: 'date' }],
  ['Allergic to wool', { kind: 'yesNo' }],
  ['Roles', computed("group_concat(castings.role, ', ')")],
]);
const garments = demoTable('t3', 'Garments', 'Garment', [
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
const fittings = demoTable('t4', 'Fittings', 'Fitting', [
  ['Performer', linkTo(performers, 'Fittings', 'cascade'), { required: true }],
  ['Garment', linkTo(garments, 'Fittings', 'cascade'), { required: true }],
  ['Production', linkTo(productions, 'Fittings', 'unlink')],
  ['Day', { kind: 'date' }, { required: true, default: { kind: 'today' } }],
  ['At', { kind: 'time' }],
  ['Done', { kind: 'yesNo' }],
  ['Fit', { kind: 'rating', most: 5, half: true }],
]);
const loans = demoTable('t5', 'Loans', 'Loan', [
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
const costSheets = demoTable('t10', 'Cost sheets', 'Cost sheet', [
  ['Number', { kind: 'text' }, { required: true, unique: true }],
  ['Production', linkTo(productions, 'Cost sheets', 'stop'), { required: true }],
  ['Day', { kind: 'date' }, { required: true, default: { kind: 'today' } }],
  ['Paid', { kind: 'yesNo' }],
  ['Total', computed('sum(sheet_lines.amount)')],
  ['Remark', { kind: 'longText' }],
]);
const repairs = demoTable('t6', 'Repairs', 'Repair', [
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
const castings = {
  ...demoTable('t7', 'Castings', 'Casting', [
    ['Performer', linkTo(performers, 'Castings', 'cascade'), { required: true }],
    ['Production', linkTo(productions, 'Castings', 'cascade'), { required: true }],
    ['Role', { kind: 'text' }],
  ]),
  naming: { kind: 'column', columnId: 't7-01' } as const,
  linking: true,
};

/** Who works in the wardrobe, and signs in on its phones. */
const workers = demoTable('t8', 'Wardrobe workers', 'Worker', [
  ['Name', { kind: 'text' }, { required: true, unique: true }],
  ['Hours a week', { kind: 'wholeNumber', min: 1, max: 48 }],
]);
const crew = ['Hesper Pellow', 'Ivo Dunmarsh', 'Nerys Quarrie'];
const errands = {
  ...demoTable('t9', 'Errands', 'Errand', [
    ['What', { kind: 'text' }, { required: true }],
    ['Garment', linkTo(garments, 'Errands', 'cascade')],
    ['By', { kind: 'date' }, { default: { kind: 'today' } }],
    ['Done', { kind: 'yesNo' }],
  ]),
  owned: true,
};

const sheetLines = demoTable('t11', 'Sheet lines', 'Line', [
  ['Work', { kind: 'text' }, { required: true }],
  ['Cost sheet', linkTo(costSheets, 'Sheet lines', 'cascade'), { required: true }],
  ['Hours', { kind: 'decimal', places: 2, min: 0 }, { required: true }],
  ['Rate', { kind: 'money', currency: 'EUR' }, { required: true, default: { kind: 'value', value: 2800 } }],
  ['Amount', computed('hours * rate')],
]);

/** What was on the rails when somebody went round with the scanner. */
const stockCounts = demoTable('t12', 'Stock counts', 'Stock count', [
  ['Garment', linkTo(garments, 'Stock counts', 'cascade'), { required: true }],
  ['Day', { kind: 'date' }, { required: true, default: { kind: 'today' } }],
  ['Times seen', { kind: 'wholeNumber', min: 1 }],
  ['Noted', { kind: 'created' }],
]);

/** The sewn-in tag of the garment with this number: GS1's prefix 20 is for use inside a house. */
export function garmentTag(number: number): string {
  const body = `20${String(number).padStart(10, '0')}`;
  return `${body}${gs1CheckDigit(body)}`;
}

/** As many garments have their picture taken; a larger store for measuring has no more. */
const PICTURED = 400;

function garmentRows(random: Random, count: number): RowSet {
  return demoRows(garments, count, (index) => {
    const [colour, fabric, piece] = [random.pick(colours), random.pick(fabrics), random.pick(pieces)];
    return [
      `${colour} ${fabric} ${piece}`,
      garmentTag(index + 1),
      random.pick(conditions),
      random.chance(85) ? random.pick(sizes) : null,
      random.pick(places),
      random.whole(8, 420) * 100 + random.pick([0, 50]),
      random.dateBefore(TODAY, 4000),
      random.chance(12) ? 1 : 0,
      random.chance(40)
        ? `${random.pick(['Brush', 'Steam', 'Hand wash', 'Air'])} only. ${random.pick(['Store flat.', 'Keep from light.', 'Padded hanger.', 'Mind the left cuff.'])}`
        : null,
      index < PICTURED ? drawGarment(colour, piece) : null,
    ];
  });
}

/** What each worker has noted about garments, for nobody else to read. */
function privateNotes(random: Random, garmentCount: number): RowSet {
  const { record, person } = personalLinkIds(garments);
  const columns = [record, person, ...personalColumns(garments).map(personalId)];
  const noted = [
    'Itches, line the collar.',
    'Runs small, never for a dancer.',
    'The good one. Hide it from the tour.',
    'Mended twice by me, do not wash.',
    'Colour bleeds under the amber lamps.',
  ];
  const rows = Array.from({ length: Math.min(garmentCount, 24) }, (_, index) => [
    index + 1,
    Math.floor(index / crew.length) + 1,
    (index % crew.length) + 1,
    random.pick(noted),
  ]);
  return { columns, rows };
}

/**
 * "Lantern Lane Playhouse", an invented theatre with its costume store. `garmentCount` is for measuring at other sizes.
 */
export function theatre(garmentCount = 400): AppFile {
  const random = seeded(20261120);
  const person = () => `${random.pick(firstNames)} ${random.pick(lastNames)}`;
  const clothing = garmentRows(random, garmentCount);
  const someGarment = () => random.whole(1, garmentCount);
  const someProduction = () => random.whole(1, plays.length);
  const measured = (least: number, most: number) => toBase(random.whole(least * 2, most * 2) / 2, 'length', 'cm');
  const rows = {
    t1: demoRows(productions, plays.length, (index) => [
      plays[index] as string,
      random.pick(['Main stage', 'Cellar stage', 'On tour']),
      random.dateBefore('2027-03-01', 500),
      random.whole(22, 90) * 10_000,
      random.chance(40) ? 1 : 0,
      random.chance(50) ? `Directed by ${person()}. ${random.whole(6, 22)} costumes.` : null,
    ]),
    t2: demoRows(performers, 64, () => [
      person(),
      measured(78, 116),
      measured(60, 104),
      measured(68, 90),
      random.whole(35, 47),
      random.dateBefore(TODAY, 3000),
      random.chance(8) ? 1 : 0,
    ]),
    t3: clothing,
    t4: demoRows(fittings, 120, (index) => {
      const row = [
        random.whole(1, 64),
        someGarment(),
        random.chance(80) ? someProduction() : null,
        random.dateBefore('2026-12-20', 90),
        `${random.whole(9, 17).toString().padStart(2, '0')}:${random.pick(['00', '30'])}`,
        random.chance(55) ? 1 : 0,
      ];
      // How it sat is known once it was tried on.
      return [...row, row.at(-1) === 1 ? 2.5 + ((index * 7) % 6) / 2 : null];
    }),
    t5: demoRows(loans, 48, () => [
      `${random.pick(['Tarn Quay', 'Marrow Hill', 'Ferrow', 'Larkmoor'])} ${random.pick(['Players', 'School', 'Opera Circle', 'Pageant'])}`,
      someGarment(),
      random.dateBefore('2027-01-31', 200),
      random.whole(1, 12) * 1000,
      random.chance(50) ? 1 : 0,
      `${random.dateBefore('2026-11-18', 150)}T${random.whole(9, 17).toString().padStart(2, '0')}:15:00Z`,
    ]),
    t6: demoRows(repairs, 920, () => [
      random.pick(faults),
      someGarment(),
      random.chance(75) ? someProduction() : null,
      random.dateBefore(TODAY, 700),
      random.whole(1, 24) / 4,
      random.pick([2400, 2800, 3200]),
      random.chance(70) ? 1 : 0,
      random.chance(25)
        ? `${random.pick(['Match the thread.', 'Second time this season.', 'Ask before cutting.', 'Needed by Friday.'])}`
        : null,
      null,
    ]),
    t7: demoRows(castings, 150, (index) => [(index % 64) + 1, someProduction(), random.pick(roles)]),
    t8: demoRows(workers, crew.length, (index) => [crew[index] as string, [32, 24, 16][index] as number]),
    t9: demoRows(errands, 18, (index) => [
      random.pick([
        'Buy matching thread',
        'Steam before the show',
        'Ask about the lining',
        'Carry to the cellar stage',
        'Measure the hem again',
        'Order buttons',
      ]),
      random.chance(80) ? someGarment() : null,
      random.dateBefore('2026-12-20', 40),
      random.chance(35) ? 1 : 0,
      (index % crew.length) + 1,
    ]),
    t12: demoRows(stockCounts, 0, () => []),
    [personalTableId(garments)]: privateNotes(random, garmentCount),
    t10: demoRows(costSheets, SHEETS, (index) => [
      `K-${2401 + index}`,
      (index % plays.length) + 1,
      random.dateBefore(TODAY, 240),
      random.chance(50) ? 1 : 0,
      random.chance(40) ? 'Thread and buttons are from the house’s own drawer.' : null,
    ]),
    t11: demoRows(sheetLines, SHEETS * LINES, (index) => [
      `${random.pick(faults)}, ${random.pick(colours).toLowerCase()} ${random.pick(pieces)}`,
      Math.floor(index / LINES) + 1,
      random.whole(1, 20) / 4,
      random.pick([2400, 2800, 3200]),
    ]),
  };
  // What the store keeps stands apart from who and what it is for.
  const under = (heading: string, ...tables: Table[]) => tables.map((table) => ({ ...table, heading }));
  const people = { tableId: workers.id, pins: true };
  const tables = [
    ...under('The store', garments, loans, repairs, errands, stockCounts),
    ...under('The house', productions, performers, fittings, castings, costSheets, sheetLines, workers),
  ];
  return {
    format: 'fern-shelf-app',
    version: 1,
    definition: {
      id: 'lantern-lane',
      name: 'Lantern Lane Playhouse',
      theme: { accent: 'wine', icon: { kind: 'symbol', name: 'shirt' } },
      tables,
      queries: theatreQueries,
      routines: theatreRoutines,
      screens: theatreScreens({ tables, people }),
      people,
    },
    starting: { tables, people, rows },
  };
}
