import type { z } from 'zod';
import { ProblemError } from '@/core/problem';
import { Definition, type Table } from './definition';
import { namingSql } from './naming';
import { valueFault } from './value';

/** The place of a Zod issue, as a path a person can follow: `tables[2].columns[0].kind`. */
export function issuePlace(issue: z.core.$ZodIssue, root: string): string {
  return issue.path.reduce<string>((place, key) => (typeof key === 'number' ? `${place}[${key}]` : `${place}.${String(key)}`), root);
}

/** What a schema cannot say: unique ids and names, namings that hold, defaults that fit. The first fault, or null. */
export function definitionFault(definition: Definition, root = 'definition'): { place: string; reason: string } | null {
  const tableFault = firstRepeat(definition.tables, `${root}.tables`);
  if (tableFault) return tableFault;
  for (const [index, table] of definition.tables.entries()) {
    const fault = tableFaults(table, `${root}.tables[${index}]`);
    if (fault) return fault;
  }
  return null;
}

function tableFaults(table: Table, place: string): { place: string; reason: string } | null {
  const repeat = firstRepeat(table.columns, `${place}.columns`);
  if (repeat) return repeat;
  const reserved = table.columns.findIndex(({ identifier }) => identifier.toLowerCase() === 'id');
  if (reserved >= 0) return { place: `${place}.columns[${reserved}].identifier`, reason: '“id” is the primary key’s' };
  const { naming } = table;
  if (naming.kind === 'column' && !table.columns.some(({ id }) => id === naming.columnId)) {
    return { place: `${place}.naming.columnId`, reason: 'there is no column with this id' };
  }
  try {
    namingSql(table);
  } catch (error) {
    if (error instanceof ProblemError) return { place: `${place}.naming.text`, reason: error.message };
    throw error;
  }
  for (const [index, column] of table.columns.entries()) {
    const at = `${place}.columns[${index}]`;
    if (column.kind === 'choice' && new Set(column.choices).size < column.choices.length) return { place: `${at}.choices`, reason: 'a choice is there twice' };
    if (column.default.kind === 'today' && column.kind !== 'date') return { place: `${at}.default`, reason: '“today” is for dates' };
    if (column.default.kind === 'value') {
      const { value } = column.default;
      const fault = typeof value === 'boolean' && column.kind !== 'yesNo' ? 'expected no yes or no here' : valueFault(column, typeof value === 'boolean' ? Number(value) : value);
      if (fault) return { place: `${at}.default.value`, reason: fault };
    }
  }
  return null;
}

function firstRepeat(items: readonly { id: string; name: string; identifier: string }[], place: string): { place: string; reason: string } | null {
  for (const key of ['id', 'name', 'identifier'] as const) {
    const seen = new Set<string>();
    for (const [index, item] of items.entries()) {
      // SQLite compares names without regard to case.
      const value = key === 'id' ? item.id : item[key].toLowerCase();
      if (seen.has(value)) return { place: `${place}[${index}].${key}`, reason: `“${item[key]}” is there twice` };
      seen.add(value);
    }
  }
  return null;
}
