import { applyPatches, current, enablePatches, type Patch, produceWithPatches } from 'immer';
import { changePlan, planEditWords } from './plan';
import type { PlanEdit } from './plan/planEdit';
import { changeScreens, describeScreenEdit, isScreenEdit, type ScreenEdit } from './screenEdit';
import { followPlan, renameInScreens } from './screenFollow';
import { definitionFaults, definitionProblem, schemaFaults } from '@/core/check';
import { isLink } from '@/core/column';
import { analyseExpression, renameIn, spellName } from '@/core/expression';
import type { Definition } from '@/core/model';
import { expressionsOf, planScope } from '@/core/plan';
import { ProblemError } from '@/core/problem';

/** One change to a definition. */
export type Edit = PlanEdit | ScreenEdit;

enablePatches();

/** An edit made: the definition after it, and the patches that lead there and back. */
export interface Edited {
  definition: Definition;
  patches: Patch[];
  inverse: Patch[];
}

/** `definition` with the edit made. Throws a Problem when the edit cannot stand; never changes its argument. */
export function applyEdit(definition: Definition, edit: Edit): Edited {
  const [after, patches, inverse] = produceWithPatches(definition, (draft) => {
    if (isScreenEdit(edit)) return changeScreens(definition, draft, edit);
    changePlan(draft, edit);
    followPlan(definition, draft);
    followRenames(definition, draft);
  });
  // What is stored has been through the schema that reads it.
  const broken = schemaFaults(definition, after);
  const faults = broken.length > 0 ? broken : definitionFaults(after);
  if (faults.length > 0) throw new ProblemError(definitionProblem(after, faults));
  return { definition: after, patches, inverse };
}

/** `definition` with the patches of an earlier edit made again, or taken back. */
export function patchDefinition(definition: Definition, patches: readonly Patch[]): Definition {
  return applyPatches(definition, patches as Patch[]);
}

type Written = Map<string, { text: string; references: ReturnType<typeof analyseExpression>['references'] }[]>;

/** Every expression of a plan by table, with what its names stand for. */
function expressionsIn(definition: Definition): Written {
  const scope = planScope(definition);
  return new Map(
    definition.tables.map((table) => [
      table.id,
      expressionsOf(table).map(({ text }) => ({
        text,
        references: analyseExpression(text, scope(table.id)).references,
      })),
    ]),
  );
}

/** Expressions that stand as they were written before the edit take up the names that things have after it. */
export function followRenames(before: Definition, draft: Definition): void {
  const old = identifiersOf(before);
  // Read from a copy: a draft wraps all that is looked at.
  const names = new Map(
    [...identifiersOf(current(draft))].filter(([id, identifier]) => old.has(id) && old.get(id) !== identifier),
  );
  if (names.size === 0) return;
  renameInScreens(before, draft, names);
  const written = expressionsIn(before);
  for (const table of draft.tables) {
    const texts = written.get(table.id) ?? [];
    for (const expression of expressionsOf(table)) {
      const same = texts.find(({ text }) => text === expression.text);
      const text =
        same &&
        renameIn(same.text, same.references, (id) => (names.has(id) ? spellName(names.get(id) as string) : null));
      if (text !== undefined && text !== expression.text) expression.set(text);
    }
  }
}

/** What expressions call things by: columns by their id, the many side of a link by `many` and its id. */
function identifiersOf(definition: Definition): Map<string, string> {
  const columns = definition.tables.flatMap((table) => table.columns);
  return new Map(
    columns.flatMap((column): [string, string][] => [
      [column.id, column.identifier],
      ...(isLink(column) ? [[`many ${column.id}`, column.inverseIdentifier] as [string, string]] : []),
    ]),
  );
}

/** What an edit did, in the words of the undo button. */
export const describeEdit = (before: Definition, edit: Edit): string =>
  isScreenEdit(edit) ? describeScreenEdit(before, edit) : planEditWords(before, edit);
