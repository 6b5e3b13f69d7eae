import { madeBy } from './madeOf';
import type { Column, Definition, Table } from '@/core/model';
import { physicalPlan } from '@/core/plan';
import { isChoice, type Step } from '@/core/schema';
import type { VersionStep } from './migrations';
import { questionId, questionsBetween } from './questions';

/**
 * What an upgrade does, a sentence without its full stop for each thing that it does; nothing of indexes and of views,
 * which are laid anew by themselves.
 */
export function upgradeWords({ before, after, steps }: VersionStep): string[] {
  const names = namesOf(before, after.definition);
  const poured = steps.flatMap((step) => (step.kind === 'pour' ? [step.from.id] : []));
  const told = steps.flatMap((step) => stepWords(step, names, poured));
  return [...new Set([...told, ...moveWords(before, after), ...choiceWords(before, after)])];
}

type Names = (identifier: string) => string;

/** What tables are called in the plans, by their names in SQL. */
function namesOf(before: Definition, after: Definition): Names {
  const tables = [...physicalPlan(after).tables, ...physicalPlan(before).tables];
  return (identifier) => tables.find((table) => table.identifier === identifier)?.name ?? identifier;
}

/** `poured`: the tables whose rows become rows of others. */
function stepWords(step: Step, nameOf: Names, poured: readonly string[]): string[] {
  switch (step.kind) {
    case 'createTable':
      return [`${step.table.name} is made`];
    case 'dropTable':
      return [poured.includes(step.table.id) ? `${step.table.name} goes` : `${step.table.name} goes, with its rows`];
    case 'renameTable':
      return step.to.startsWith('_') ? [] : [`The table ${step.from} is called ${step.to}`];
    case 'renameColumn':
      return step.to.startsWith('_') ? [] : [`${nameOf(step.table)}: the column ${step.from} is called ${step.to}`];
    case 'addColumn':
      return [`${nameOf(step.table)}: ${step.column.name} is added, blank`];
    case 'rebuild':
      return [`${step.after.name} is made anew and takes all its rows over`];
    case 'fillTexts':
      return [`${nameOf(step.table)} begins with a record for each text that stands in ${nameOf(step.from)}`];
    case 'shareOut':
      return [`${nameOf(step.from)}: what was there for all becomes each person's own`];
    case 'pour':
      return [`Records of ${step.from.name} become records of ${step.into.name}`];
    case 'keepLost':
      return ['What would be lost is kept in a table of its own'];
    case 'byHand':
      return ['SQL that was written for it is run'];
    default:
      return [];
  }
}

/** Columns that went and are made of others: moved to another table, split, or merged. */
function moveWords(before: Definition, after: VersionStep['after']): string[] {
  const [old, now] = [before, after.definition].map((plan) => columnsOf(plan)) as [Columns, Columns];
  const made = [...madeBy({ before, after })].filter(([id]) => old.has(id) && !now.has(id));
  const sources = new Map<string, string[]>();
  const words = made.flatMap(([id, { inRecord, elsewhere }]) => {
    const from = old.get(id) as Place;
    const all = [...inRecord, ...elsewhere].flatMap((to) => now.get(to) ?? []);
    const own = all.filter(({ table }) => table.id === from.table.id);
    for (const { column } of own) sources.set(column.id, [...(sources.get(column.id) ?? []), from.column.name]);
    const moved = all
      .filter(({ table }) => table.id !== from.table.id)
      .map((to) => `${from.table.name}: ${from.column.name} moves to ${to.table.name}: ${to.column.name}`);
    const split = `${from.table.name}: ${from.column.name} is split into ${namesIn(own)}`;
    return own.length > 1 ? [...moved, split] : moved;
  });
  const merged = [...sources].flatMap(([id, from]) => {
    const to = now.get(id);
    return to && from.length > 1 ? [`${to.table.name}: ${list(from)} are merged into ${to.column.name}`] : [];
  });
  return [...words, ...merged];
}

interface Place {
  table: Table;
  column: Column;
}
type Columns = ReadonlyMap<string, Place>;

const columnsOf = ({ tables }: Definition): Columns =>
  new Map(tables.flatMap((table) => table.columns.map((column) => [column.id, { table, column }])));

const namesIn = (places: readonly Place[]): string => list(places.map(({ column }) => column.name));

const list = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** What was chosen for columns. */
function choiceWords(before: Definition, { definition, upgrade }: VersionStep['after']): string[] {
  return questionsBetween(before, definition).flatMap((question) => {
    const fill = upgrade?.fills[questionId(question)];
    if (question.kind !== 'column' || fill === undefined || fill === null) return [];
    const what = `${question.table.name}: ${question.column.name}`;
    if (!isChoice(fill)) return [`${what} is ${fill} where it would be blank`];
    if ('expression' in fill) return [`${what} becomes ${fill.expression}`];
    if ('values' in fill) return [`${what}: ${fill.values.length} values become others`];
    return 'textColumnId' in fill ? [`${what} is found by its text`] : [];
  });
}
