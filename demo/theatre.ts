import { gs1CheckDigit } from '@/core/barcode';
import type { RowSet, Table } from '@/core/model';
import { personalColumns, personalId, personalLinkIds, personalTableId } from '@/core/plan';
import type { AppFile } from '@/core/transfer';
import { toBase } from '@/core/unit';
import { drawGarment } from './drawing';
import { type Random, seeded } from './random';
import { theatreRoutines } from './theatreRoutines';
import { theatreQueries, theatreScreens } from './theatreScreens';
import { demoRows } from './table';
import {
  plays,
  firstNames,
  lastNames,
  colours,
  fabrics,
  pieces,
  conditions,
  sizes,
  faults,
  roles,
  places,
  crew,
} from './theatreNames';
import {
  productions,
  performers,
  garments,
  fittings,
  loans,
  costSheets,
  repairs,
  castings,
  workers,
  errands,
  sheetLines,
  stockCounts,
} from './theatreTables';

const TODAY = '2026-11-20';

const SHEETS = 14;

const LINES = 5;

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
        ? [
            `${random.pick(['Brush', 'Steam', 'Hand wash', 'Air'])} only.`,
            `${random.pick(['Store flat.', 'Keep from light.', 'Padded hanger.', 'Mind the left cuff.'])}`,
          ].join(' ')
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
      [
        `${random.pick(['Tarn Quay', 'Marrow Hill', 'Ferrow', 'Larkmoor'])}`,
        `${random.pick(['Players', 'School', 'Opera Circle', 'Pageant'])}`,
      ].join(' '),
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
