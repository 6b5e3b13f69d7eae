import type { z } from 'zod';

/** The place of a Zod issue, as a path a person can follow: `tables[2].columns[0].kind`. */
export function issuePlace(issue: z.core.$ZodIssue, root: string): string {
  return issue.path.reduce<string>(
    (place, key) => (typeof key === 'number' ? `${place}[${key}]` : `${place}.${String(key)}`),
    root,
  );
}
