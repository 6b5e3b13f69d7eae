import type { DeleteRule } from '@/core/model';

/** What becomes of records when the one that they belong to is deleted, as a choice. */
export const ruleLabels: Record<DeleteRule, string> = {
  cascade: 'They go too',
  unlink: 'They stay, unlinked',
  stop: 'It cannot be',
};
