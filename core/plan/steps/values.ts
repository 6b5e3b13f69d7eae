import { analysedAt } from '../stepScope';
import { stepValueWords } from '../stepWords';
import { noQueryOf, noTable } from './faults';
import { expressionOf, quietStep, type StepTraits, withRecord, withValue } from './traits';
import { under } from '@/core/fault';
import type { Answer, StepOf } from '@/core/model';
import type { ValueType } from '@/core/sql';

/** Evaluates a value, for later steps. */
export const set: StepTraits<StepOf<'set'>> = {
  ...quietStep,
  after: (plan, step, scope) => withValue(scope, step.name, analysedAt(plan, scope, step.text).type),
  expressions: (_, step, scope) => [
    expressionOf(step, scope, step.text, { kind: 'value' }, (text) => void (step.text = text)),
  ],
  sentence: (app, step, scope) => `Let ${step.name} be ${stepValueWords(app, step.text, scope)}.`,
};

/** Says something to the person. */
export const message: StepTraits<StepOf<'message'>> = {
  ...quietStep,
  expressions: (_, step, scope) => [
    expressionOf(step, scope, step.text, { kind: 'value' }, (text) => void (step.text = text)),
  ],
  sentence: (app, step, scope) => `Say ${stepValueWords(app, step.text, scope)}.`,
};

const answerTypes: Record<Exclude<Answer['kind'], 'record' | 'confirm'>, ValueType> = {
  text: { kind: 'text' },
  choice: { kind: 'text' },
  number: { kind: 'number', places: null },
  date: { kind: 'date' },
};

/** Asks the person for a value, a record, or whether to go on. */
export const ask: StepTraits<StepOf<'ask'>> = {
  ...quietStep,
  names: ({ answer }) =>
    answer.kind === 'record'
      ? { tables: [answer.tableId], ...(answer.queryId === undefined ? {} : { queries: [answer.queryId] }) }
      : {},
  after: (_, { name, answer }, scope) => {
    if (answer.kind === 'record') return withRecord(scope, name, answer.tableId);
    return answer.kind === 'confirm' ? scope : withValue(scope, name, answerTypes[answer.kind]);
  },
  expressions: () => [],
  faults: (definition, { answer }) =>
    answer.kind === 'record'
      ? under(
          ['answer'],
          [...noTable(definition, answer.tableId), ...noQueryOf(definition, answer.queryId, answer.tableId)],
        )
      : [],
  asks: true,
  sentence: (_, { question, answer, name }) =>
    answer.kind === 'confirm'
      ? `Ask “${question}” and go on only if yes.`
      : `Ask “${question}” and call the answer ${name}.`,
};
