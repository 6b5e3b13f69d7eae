import type { RunOp } from '../routineRun';
import { copy } from './copy';
import { another, branch, each, go } from './flow';
import type { Runs } from './opOf';
import { ask, message, set } from './values';
import { insert, lookUp, remove, update } from './writes';
import type { Op } from '@/core/compiled';

/** What runs each kind of step. */
const runners: { [K in Op['kind']]: Runs<K> } = {
  ask,
  copy,
  delete: remove,
  each,
  go,
  if: branch,
  insert,
  message,
  lookUp,
  run: another,
  set,
  update,
};

export const runOp: RunOp = (run, op, frame) => (runners[op.kind] as Runs<Op['kind']>)(run, op as never, frame);
