import { scalarOf } from '@/core/column';
import { Asked, Stopped } from '../routineEnds';
import { leaving, type Runs } from './opOf';

export const set: Runs<'set'> = (run, op, frame) => ({
  ...frame,
  values: { ...frame.values, [op.name]: scalarOf(run.row(op.value, frame)?.value) },
});

export const message = leaving<'message'>((run, op, frame) => {
  run.news.messages.push(String(run.row(op.text, frame)?.text ?? ''));
});

export const ask: Runs<'ask'> = (run, op, frame) => {
  const key = run.keyOf(op.stepId, frame);
  const given = run.setting.answers[key];
  if (given === undefined)
    throw new Asked({
      key,
      question: op.question,
      of: frame.within === '' ? null : run.nameOf(op.rowName, frame.rows?.[0] ?? null),
      answer: op.answer,
    });
  if (op.answer.kind === 'confirm') {
    if (given !== 1) throw new Stopped();
    return frame;
  }
  if (op.answer.kind === 'record')
    return { ...frame, records: { ...frame.records, [op.name]: given === null ? null : Number(given) } };
  return { ...frame, values: { ...frame.values, [op.name]: given } };
};
