import isSame from 'fast-deep-equal';
import { type Difference, paired } from './compared';
import { isLink } from '@/core/column';
import type { Column, ColumnOf, Definition, Table } from '@/core/model';
import { deleteRuleWords, kindWords, linkSentence } from '@/core/plan';

/** A kind in words: `text`, `a link`. */
export const kindOf = (column: Column): string =>
  column.kind === 'expression'
    ? 'computed'
    : column.kind === 'link'
      ? 'a link'
      : (kindWords[column.kind][0] ?? column.kind);

/** What is otherwise about the columns of a table, links among them; all of them are new where it is. */
export function columnDifferences(plan: Definition, was: Table | null, now: Table): Difference[] {
  const { came, went, stayed } = paired(was?.columns ?? [], now.columns);
  const area = (column: Column) => (isLink(column) ? 'links' : 'columns');
  return [
    ...came.map((column): Difference => ({
      area: area(column),
      change: 'added',
      words: isLink(column)
        ? `New link: ${sentence(plan, now, column)}`
        : `${now.name}: new column ${column.name} (${kindOf(column)})`,
    })),
    ...went.map((column): Difference => ({
      area: area(column),
      change: 'removed',
      words: isLink(column)
        ? `${now.name}: the link ${column.name} went`
        : `${now.name}: ${column.name} went, with its values`,
    })),
    ...stayed.flatMap((pair) =>
      pair.was === pair.now
        ? []
        : changesOf(pair.was, pair.now).map((words): Difference => ({
            area: area(pair.now),
            change: 'changed',
            words: `${now.name}: ${words}`,
          })),
    ),
  ];
}

const sentence = (plan: Definition, table: Table, column: ColumnOf<'link'>) =>
  linkSentence(plan, table, column).replace(/\.$/, '');

/** What is otherwise about a column, a clause for each. */
function changesOf(was: Column, now: Column): string[] {
  const { name } = now;
  const said = [
    was.name !== name && `${was.name} is now called ${name}`,
    was.kind !== now.kind && `${name} is now ${kindOf(now)}; it was ${kindOf(was)}`,
    was.required !== now.required && (now.required ? `${name} is now required` : `${name} may now be blank`),
    was.unique !== now.unique && (now.unique ? `${name} is now different in every record` : `${name} may now repeat`),
    Boolean(was.perPerson) !== Boolean(now.perPerson) &&
      (now.perPerson ? `each person now has a ${name} of their own` : `${name} is now the same for everyone`),
    Boolean(was.indexed) !== Boolean(now.indexed) && (now.indexed ? `${name} has an index` : `${name} has no index`),
    !isSame(was.default, now.default) && `${name} starts with something else`,
    ...(was.kind === now.kind ? settingChanges(was, now) : []),
  ];
  return said.filter((words) => words !== false);
}

const KNOWN = ['id', 'name', 'identifier', 'kind', 'required', 'unique', 'perPerson', 'indexed', 'default'];

/** What is otherwise in the settings of a kind that stayed. */
function settingChanges(was: Column, now: Column): (string | false)[] {
  const { name } = now;
  if (was.kind === 'choice' && now.kind === 'choice' && !isSame(was.choices, now.choices)) {
    const [more, fewer] = [
      now.choices.filter((choice) => !was.choices.includes(choice)),
      was.choices.filter((choice) => !now.choices.includes(choice)),
    ];
    return [
      more.length > 0 && `${name} can now be ${more.join(', ')}`,
      fewer.length > 0 && `${name} can no longer be ${fewer.join(', ')}`,
      more.length + fewer.length === 0 && `the choices of ${name} stand in another order`,
    ];
  }
  if (was.kind === 'expression' && now.kind === 'expression')
    return [was.text !== now.text && `${name} is computed otherwise`];
  if (was.kind === 'link' && now.kind === 'link') {
    const others: (string | false)[] = [
      was.tableId !== now.tableId && `${name} leads to another table`,
      was.onDelete !== now.onDelete &&
        `${name}: ${deleteRuleWords(now.onDelete, 'the record', now.inverse.toLowerCase()).replace(/\.$/, '')}`,
      was.inverse !== now.inverse && `what belongs there by ${name} is now called ${now.inverse}`,
    ];
    return others;
  }
  const rest = (column: Column) => Object.fromEntries(Object.entries(column).filter(([key]) => !KNOWN.includes(key)));
  return [!isSame(rest(was), rest(now)) && `${name} has other settings`];
}
