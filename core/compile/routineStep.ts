import type { Effects } from './routineEffects';
import type { Op } from '@/core/compiled';

/** A step compiled: its operations, and what they read and write. */
export interface MadeStep {
  ops: Op[];
  effects: Effects[];
}
