import type { Definition } from '@/core/model';
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
  const told = steps.flatMap((step) => stepWords(step, names));
  return [...new Set([...told, ...choiceWords(before, after)])];
}

type Names = (identifier: string) => string;

/** What tables are called in the plans, by their names in SQL. */
function namesOf(before: Definition, after: Definition): Names {
  const tables = [...physicalPlan(after).tables, ...physicalPlan(before).tables];
  return (identifier) => tables.find((table) => table.identifier === identifier)?.name ?? identifier;
}

function stepWords(step: Step, nameOf: Names): string[] {
  switch (step.kind) {
    case 'createTable':
      return [`${step.table.name} is made`];
    case 'dropTable':
      return [`${step.table.name} goes, with its rows`];
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
    case 'keepLost':
      return ['What would be lost is kept in a table of its own'];
    case 'byHand':
      return ['SQL that was written for it is run'];
    default:
      return [];
  }
}

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
