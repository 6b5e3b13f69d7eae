import { screensFault } from './screenFault';
import { rulesFault, isStored, valueFault } from '@/core/column';
import { type ColumnOf, Definition, type Table, ExpressionText, MOST_EXPRESSION } from '@/core/model';
import { keyFault, incomingLinks, isLink, canName, peopleFault, namingText, planScope } from '@/core/plan';
import { isDraft } from 'immer';
import { memo } from '@/core/memo';
import { analyseExpression, faultWords } from '@/core/expression';
import { unitsOf } from '@/core/unit';

/** What a schema cannot say: unique ids and names, namings that hold, defaults that fit. The first fault, or null. */
export function definitionFault(definition: Definition, root = 'definition'): { place: string; reason: string } | null {
  return planFault(definition, root) ?? screensFault(definition, root);
}

const planFault = (definition: Definition, root: string): { place: string; reason: string } | null =>
  faultOfTables(definition.tables, definition, root);

/** An edit of a screen leaves the plan as it was. */
const faultOfTables = memo(
  (tables: Table[], definition: Definition, root: string): { place: string; reason: string } | null =>
    firstRepeat(tables, `${root}.tables`) ?? peopleFault(definition, root) ?? tablesFault(definition, root),
  { by: (_, { people }, root) => [people, root], unless: isDraft },
);

function tablesFault(definition: Definition, root: string): PlacedFault | null {
  const faults = definition.tables
    .map((table, index) => tableFaults(definition, table, `${root}.tables[${index}]`))
    .filter((fault) => fault !== null);
  // What is wrong with a computed column is told there, not where it is used.
  return faults.find(({ derived }) => !derived) ?? faults[0] ?? null;
}

interface PlacedFault {
  place: string;
  reason: string;
  derived?: true;
}

function tableFaults(definition: Definition, table: Table, place: string): PlacedFault | null {
  const repeat = firstRepeat(table.columns, `${place}.columns`);
  if (repeat) return repeat;
  const reserved = table.columns.findIndex(({ identifier }) => identifier.toLowerCase() === 'id');
  if (reserved >= 0) return { place: `${place}.columns[${reserved}].identifier`, reason: '“id” is the primary key’s' };
  const { naming } = table;
  if (naming.kind === 'column' && !table.columns.some(({ id }) => id === naming.columnId)) {
    return { place: `${place}.naming.columnId`, reason: 'there is no column with this id' };
  }
  // A plain column of its own names a record without fail.
  const namingColumn = naming.kind === 'column' ? table.columns.find(({ id }) => id === naming.columnId) : undefined;
  const isPlain =
    namingColumn !== undefined && isStored(namingColumn) && !isLink(namingColumn) && canName(namingColumn);
  const { text, isPersonal } = {
    text: namingText(table),
    isPersonal: !isPlain && analyseExpression(namingText(table), planScope(definition)(table.id)).isPersonal,
  };
  if (isPersonal || (namingColumn && 'perPerson' in namingColumn && namingColumn.perPerson))
    return { place: `${place}.naming`, reason: 'a record has one name for everyone, not one for each person' };
  const named = isPlain ? null : expressionFault(definition, table, text, `${place}.naming.text`);
  if (named) return named;
  for (const [index, column] of table.columns.entries()) {
    const at = `${place}.columns[${index}]`;
    if (column.kind === 'expression') {
      const fault = expressionFault(definition, table, column.text, `${at}.text`);
      if (fault) return fault;
    }
    const unruly = isStored(column) ? rulesFault(column) : null;
    if (unruly) return { place: at, reason: unruly };
    if (column.kind === 'measure' && !unitsOf(column.quantity).includes(column.unit))
      return { place: `${at}.unit`, reason: `expected one of ${unitsOf(column.quantity).join(', ')}` };
    const linkFault = isLink(column) ? linkFaults(definition, table, column, at) : null;
    if (linkFault) return linkFault;
    if (column.kind === 'choice' && new Set(column.choices).size < column.choices.length)
      return { place: `${at}.choices`, reason: 'a choice is there twice' };
    if (column.default.kind === 'today' && column.kind !== 'date')
      return { place: `${at}.default`, reason: '“today” is for dates' };
    if (column.default.kind === 'value') {
      const { value } = column.default;
      const fault =
        typeof value === 'boolean' && column.kind !== 'yesNo'
          ? 'expected no yes or no here'
          : valueFault(column, typeof value === 'boolean' ? Number(value) : value);
      if (fault) return { place: `${at}.default.value`, reason: fault };
    }
  }
  for (const [index, key] of (table.keys ?? []).entries()) {
    const fault = keyFault(table, key);
    if (fault) return { place: `${place}.keys[${index}]`, reason: fault };
  }
  return null;
}

function expressionFault(definition: Definition, table: Table, text: string, place: string): PlacedFault | null {
  if (!ExpressionText.safeParse(text).success)
    return { place, reason: `an expression has 1 to ${MOST_EXPRESSION.toLocaleString('en')} characters` };
  const [fault] = analyseExpression(text, planScope(definition)(table.id)).faults;
  if (!fault) return null;
  return {
    ...(fault.derived ? { derived: true } : {}),
    place,
    reason: faultWords(fault),
  };
}

function linkFaults(
  definition: Definition,
  table: Table,
  column: ColumnOf<'link'>,
  at: string,
): { place: string; reason: string } | null {
  const target = definition.tables.find(({ id }) => id === column.tableId);
  if (!target) return { place: `${at}.tableId`, reason: 'there is no table with this id' };
  if (column.default.kind !== 'none') return { place: `${at}.default`, reason: 'a link has no default' };
  if (column.required && column.onDelete === 'unlink')
    return { place: `${at}.onDelete`, reason: 'a link that must be filled in cannot be unlinked' };
  if (column.acyclic && target.id !== table.id)
    return { place: `${at}.acyclic`, reason: 'only a link of a table to itself can go round in a circle' };
  const called = [
    ...target.columns.map(({ identifier }) => identifier),
    ...incomingLinks(definition, target.id)
      .filter((other) => other.column !== column)
      .map((other) => other.column.inverseIdentifier),
  ];
  if (called.some((identifier) => identifier.toLowerCase() === column.inverseIdentifier.toLowerCase())) {
    return {
      place: `${at}.inverseIdentifier`,
      reason: `a ${target.recordName} already has something called “${column.inverse}”`,
    };
  }
  return null;
}

function firstRepeat(
  items: readonly { id: string; name: string; identifier: string }[],
  place: string,
): { place: string; reason: string } | null {
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
