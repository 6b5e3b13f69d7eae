import type { Impact } from './impact';

/** What an edit would do to the rows, as a sentence. */
export function describeImpact({ kind, table, column, count, total, samples }: Impact): string {
  const rows = `${count} of ${total} ${total === 1 ? 'row' : 'rows'}`;
  const such = samples.length > 0 ? `, such as ${samples.map((sample) => `“${sample}”`).join(', ')}` : '';
  switch (kind) {
    case 'table-removed':
      return `${table} and its ${total} ${total === 1 ? 'row' : 'rows'} go; undo brings them back.`;
    case 'column-removed':
      return `${column} holds a value in ${rows} of ${table}${such}. They go with the column; undo brings them back.`;
    case 'values-changed':
      return [
        `${rows} hold a value that ${column} could not keep as it is${such}.`,
        `It is rounded or left blank; undo brings it back.`,
      ].join(' ');
    case 'blanks':
      return `${column} would be blank in ${rows} of ${table}. Choose what to fill in.`;
    case 'unowned':
      return count === 1
        ? `${rows} of ${table} belongs to nobody yet: nobody sees it in the app until it has an owner.`
        : `${rows} of ${table} belong to nobody yet: nobody sees them in the app until they have an owner.`;
    case 'rule-broken':
      return [
        `${rows} of ${table} hold a ${column} outside of the rule${such}.`,
        `They stay as they are until they are next saved.`,
      ].join(' ');
    case 'duplicates':
      return `${rows} of ${table} share their ${column} with another${such}. Make them different first.`;
  }
}
