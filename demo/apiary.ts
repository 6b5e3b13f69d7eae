import type { AppFile } from '@/core/transfer';
import { seeded } from './random';
import { demoRows, demoTable } from './table';

const TODAY = '2026-11-20';
const hives = demoTable('t1', 'Hives', 'Hive', [
  ['Name', { kind: 'text' }, { required: true, unique: true }],
  ['Place', { kind: 'choice', choices: ['Orchard', 'Heath', 'Rooftop', 'Limewood'] }, { required: true }],
  ['Set up', { kind: 'date' }, { default: { kind: 'today' } }],
  ['Frames', { kind: 'wholeNumber' }],
  ['Queen marked', { kind: 'yesNo' }],
]);
const inspections = demoTable('t2', 'Inspections', 'Inspection', [
  ['Hive', { kind: 'text' }, { required: true }],
  ['Day', { kind: 'date' }, { required: true, default: { kind: 'today' } }],
  ['Temper', { kind: 'choice', choices: ['Calm', 'Lively', 'Cross'] }],
  ['Brood frames', { kind: 'wholeNumber' }],
  ['Notes', { kind: 'longText' }],
]);
const lots = demoTable('t3', 'Honey lots', 'Honey lot', [
  ['Lot', { kind: 'text' }, { required: true, unique: true }],
  ['Kind', { kind: 'choice', choices: ['Blossom', 'Heather', 'Lime', 'Forest'] }, { required: true }],
  ['Kilograms', { kind: 'decimal', places: 2 }],
  ['Price a jar', { kind: 'money', currency: 'EUR' }],
  ['Extracted', { kind: 'date' }],
]);

/** A small second scenario: an apiary with its hives, inspections and honey lots. */
export function apiary(): AppFile {
  const random = seeded(412);
  const names = ['Amberhold', 'Briar', 'Clover', 'Dewlit', 'Elderbloom', 'Foxglove', 'Goldcap', 'Heatherby'];
  const rows = {
    t1: demoRows(hives, names.length, (index) => [
      names[index] as string,
      random.pick(['Orchard', 'Heath', 'Rooftop', 'Limewood']),
      random.dateBefore(TODAY, 1500),
      random.whole(8, 22),
      random.chance(60) ? 1 : 0,
    ]),
    t2: demoRows(inspections, 60, () => [
      random.pick(names),
      random.dateBefore(TODAY, 300),
      random.pick(['Calm', 'Lively', 'Cross']),
      random.whole(2, 11),
      random.chance(40) ? 'Added a super. Queen seen.' : null,
    ]),
    t3: demoRows(lots, 24, (index) => [
      `L${2600 + index}`,
      random.pick(['Blossom', 'Heather', 'Lime', 'Forest']),
      random.whole(400, 4200) / 100,
      random.pick([650, 780, 920]),
      random.dateBefore(TODAY, 400),
    ]),
  };
  const tables = [hives, inspections, lots];
  return {
    format: 'fern-shelf-app',
    version: 1,
    definition: { id: 'willow-bank', name: 'Willow Bank Apiary', theme: { accent: 'ochre' }, tables },
    starting: { tables, rows },
  };
}
