/** How a clause compares; each stands for one form of SQL. */
export const clauseOps = [
  'is',
  'isNot',
  'less',
  'most',
  'more',
  'least',
  'contains',
  'begins',
  'yes',
  'no',
  'filled',
  'blank',
] as const;
export type ClauseOp = (typeof clauseOps)[number];

/** What a column is compared with. */
export type ClauseValue = 'text' | 'number' | 'date' | 'none';
