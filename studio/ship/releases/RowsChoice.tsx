import isSame from 'fast-deep-equal';
import { useState } from 'react';
import { View } from 'react-native';
import type { Definition, Fill, Fills, RowsOf } from '@/core/model';
import { physicalPlan } from '@/core/plan';
import type { Question } from '@/core/release';
import { givenColumns, isChoice, pourFaults } from '@/core/schema';
import { SelectField, Text } from '@/ui';
import { PausedTextField } from '../../PausedTextField';

type TableQuestion = Extract<Question, { kind: 'new-table' | 'gone-table' }>;

interface RowsChoiceProps {
  before: Definition;
  after: Definition;
  question: TableQuestion;
  fills: Fills;
  onChange: (fill: Fill | undefined) => void;
}

/** What the select has for a fill: which kind of it, and of what. */
function valueOf(fill: Fill | undefined, question: TableQuestion): string {
  if (!isChoice(fill)) return '';
  if ('textsOf' in fill) return `texts ${fill.textsOf.tableId} ${fill.textsOf.columnId}`;
  if (!('rowsOf' in fill)) return '';
  return `rows ${question.kind === 'gone-table' ? fill.rowsOf.into : fill.rowsOf.from}`;
}

function optionsOf(question: TableQuestion): { value: string; label: string }[] {
  if (question.kind === 'gone-table')
    return [
      { value: '', label: 'Go with the table' },
      ...question.others.map(({ id, name }) => ({ value: `rows ${id}`, label: `Become records of ${name}` })),
    ];
  return [
    { value: '', label: 'No rows' },
    ...question.texts.map(({ table, column }) => ({
      value: `texts ${table.id} ${column.id}`,
      label: `A record for each ${table.name} › ${column.name}`,
    })),
    ...question.others.map(({ id, name }) => ({ value: `rows ${id}`, label: `A record for each record of ${name}` })),
  ];
}

/** Which records a table that came begins with, or where those of a table that went go. */
export function RowsChoice({ before, after, question, fills, onChange }: RowsChoiceProps) {
  const fill = fills[question.table.id];
  // What cannot be taken over yet is here alone; what is undone, or was taken over, is the app's to say.
  const [draft, setDraft] = useState<RowsOf['rowsOf'] | null>(null);
  const [seen, setSeen] = useState(fill);
  if (!isSame(seen, fill)) {
    setSeen(fill);
    setDraft(null);
  }
  const [plan, later] = [physicalPlan(before), physicalPlan(after)];
  const rows = draft ?? (isChoice(fill) && 'rowsOf' in fill ? fill.rowsOf : null);
  const say = (next: RowsOf['rowsOf']) => {
    setDraft(next);
    if (pourFaults(plan, later, next, fills).length === 0) onChange({ rowsOf: next });
  };
  const choose = (value: string) => {
    const [kind, tableId = '', columnId = ''] = value.split(' ');
    if (kind !== 'rows') {
      setDraft(null);
      return onChange(kind === 'texts' ? { textsOf: { tableId, columnId } } : undefined);
    }
    const [fromId, intoId] =
      question.kind === 'gone-table' ? [question.table.id, tableId] : [tableId, question.table.id];
    const from = plan.tables.find(({ id }) => id === fromId);
    const into = later.tables.find(({ id }) => id === intoId);
    if (!from || !into) return;
    const likely = givenColumns(plan, from, into).flatMap((each) =>
      each.likely === null ? [] : [[each.column.id, each.likely]],
    );
    say({ from: fromId, into: intoId, where: null, values: Object.fromEntries(likely) as Record<string, string> });
  };
  return (
    <View className="gap-3">
      <SelectField
        label={question.kind === 'gone-table' ? 'Its records' : 'It begins with'}
        value={rows ? valueOf({ rowsOf: rows }, question) : valueOf(fill, question)}
        options={optionsOf(question)}
        onChange={choose}
      />
      {rows ? <RowsValues before={before} later={later} rows={rows} fills={fills} onChange={say} /> : null}
    </View>
  );
}

interface RowsValuesProps {
  before: Definition;
  later: Definition;
  rows: RowsOf['rowsOf'];
  fills: Fills;
  onChange: (rows: RowsOf['rowsOf']) => void;
}

function RowsValues({ before, later, rows, fills, onChange }: RowsValuesProps) {
  const plan = physicalPlan(before);
  const from = plan.tables.find(({ id }) => id === rows.from);
  const into = later.tables.find(({ id }) => id === rows.into);
  if (!from || !into) return null;
  const names = before.tables.find(({ id }) => id === from.id)?.columns.map(({ identifier }) => identifier) ?? [];
  const faultsOf = (next: RowsOf['rowsOf']) => pourFaults(plan, later, next, fills);
  const withValue = (id: string, text: string): RowsOf['rowsOf'] => {
    const others = Object.entries(rows.values).filter(([each]) => each !== id);
    return { ...rows, values: Object.fromEntries(text === '' ? others : [...others, [id, text]]) };
  };
  const withWhere = (text: string) => ({ ...rows, where: text === '' ? null : text });
  const faultOf = (next: RowsOf['rowsOf'], columnId: string | null) =>
    faultsOf(next).find(({ column }) => (column?.id ?? null) === columnId)?.reason ?? null;
  const isTaken = faultsOf(rows).length === 0;
  return (
    <View role="group" aria-label={`${from.name} to ${into.name}`} className="gap-3 border-l-2 border-stem pl-4">
      <Text look="soft">
        {[
          `What each new record holds, as expressions over a record of ${from.name} as it was; what is left out is`,
          'blank. Links to a record that becomes another follow it, and a link between the two is set by itself.',
        ].join(' ')}
      </Text>
      <Text look="mono">{names.join(', ')}</Text>
      {givenColumns(plan, from, into).map(({ column }) => (
        <PausedTextField
          key={`${from.id} ${column.id}`}
          label={column.name}
          mayBeBlank
          maxLength={2000}
          value={rows.values[column.id] ?? ''}
          faultOf={(text) => faultOf(withValue(column.id, text), column.id)}
          onChange={(text) => onChange(withValue(column.id, text))}
        />
      ))}
      <PausedTextField
        key={from.id}
        label="Only records where"
        mayBeBlank
        maxLength={2000}
        value={rows.where ?? ''}
        faultOf={(text) => faultOf(withWhere(text), null)}
        onChange={(text) => onChange(withWhere(text))}
      />
      {isTaken ? null : <Text className="text-rust">It stays as it was until each field is right.</Text>}
    </View>
  );
}
