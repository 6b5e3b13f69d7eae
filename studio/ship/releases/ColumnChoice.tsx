import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import { useState } from 'react';
import { View } from 'react-native';
import { inputText, parseInput } from '@/core/column';
import { DEFAULT_FORMAT } from '@/core/format';
import type { Definition, Fill, Scalar, StoredColumn } from '@/core/model';
import { physicalPlan } from '@/core/plan';
import type { Question } from '@/core/release';
import { chosenFault, isChoice } from '@/core/schema';
import { Button, IconButton, SelectField } from '@/ui';
import { PausedTextField } from '../../PausedTextField';

type ColumnQuestion = Extract<Question, { kind: 'column' }>;

/** In which way a column is filled. */
type Way = 'plain' | 'value' | 'expression' | 'map' | 'match';

function wayOf(fill: Fill | undefined): Way {
  if (fill === undefined || fill === null) return 'plain';
  if (typeof fill !== 'object') return 'value';
  return 'expression' in fill ? 'expression' : 'values' in fill ? 'map' : 'match';
}

const waysOf = ({ from, before, column }: ColumnQuestion): { value: Way; label: string }[] => [
  { value: 'plain', label: from ? 'What it was, converted' : 'Blank' },
  ...(isTyped(column)
    ? [{ value: 'value' as const, label: from ? 'A value where it would be blank' : 'A value' }]
    : []),
  { value: 'expression', label: 'An expression over the record as it was' },
  ...(from && isTyped(from) && isTyped(column) ? [{ value: 'map' as const, label: 'Other values for some' }] : []),
  ...(column.kind === 'link' && textsOf(before).length > 0
    ? [{ value: 'match' as const, label: 'The record that a text names' }]
    : []),
];

/** Whether its values can be typed. */
const isTyped = ({ kind }: StoredColumn): boolean => !['link', 'picture', 'file'].includes(kind);

const textsOf = ({ columns }: ColumnQuestion['before']) => columns.filter(({ kind }) => kind === 'text');

interface ColumnChoiceProps {
  before: Definition;
  question: ColumnQuestion;
  fill: Fill | undefined;
  onChange: (fill: Fill | undefined) => void;
}

/** What a column is to hold after an upgrade; only what can stand is handed on. */
export function ColumnChoice({ before, question, fill, onChange }: ColumnChoiceProps) {
  const [asked, setAsked] = useState<Way | null>(null);
  const way = asked ?? wayOf(fill);
  const { column, from } = question;
  const plan = physicalPlan(before);
  const faultOf = (next: Fill) => chosenFault(plan, question.before, from, column, next);
  const ask = (next: Way) => {
    setAsked(next);
    if (next === 'plain') onChange(undefined);
    const [text] = textsOf(question.before);
    if (next === 'match' && column.kind === 'link' && text)
      onChange({ textColumnId: text.id, targetTableId: column.tableId, by: null });
  };
  return (
    <View className="gap-3">
      <SelectField label="It holds" value={way} options={waysOf(question)} onChange={(next) => ask(next as Way)} />
      {way === 'value' ? (
        <PausedTextField
          label="Value"
          value={typeof fill === 'object' || fill === undefined ? '' : inputText(column, fill, DEFAULT_FORMAT)}
          faultOf={(text) => typed(column, text, faultOf)}
          onChange={(text) => {
            const read = parseInput(column, text, DEFAULT_FORMAT);
            if (read.ok) onChange(read.value);
          }}
        />
      ) : null}
      {way === 'expression' ? (
        <PausedTextField
          label="Expression"
          help={`With the names of ${question.before.name} as it was.`}
          value={isChoice(fill) && 'expression' in fill ? fill.expression : ''}
          maxLength={2000}
          faultOf={(text) => faultOf({ expression: text })}
          onChange={(text) => onChange({ expression: text })}
        />
      ) : null}
      {way === 'map' && from ? (
        <Mapped
          from={from}
          column={column}
          values={isChoice(fill) && 'values' in fill ? fill.values : []}
          onChange={(values) => onChange({ values })}
        />
      ) : null}
      {way === 'match' && isChoice(fill) && 'textColumnId' in fill ? (
        <SelectField
          label="Text"
          value={fill.textColumnId}
          options={textsOf(question.before).map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(textColumnId) => onChange({ ...fill, textColumnId })}
        />
      ) : null}
    </View>
  );
}

function typed(column: StoredColumn, text: string, faultOf: (fill: Fill) => string | null): string | null {
  const read = parseInput(column, text, DEFAULT_FORMAT);
  return read.ok ? faultOf(read.value) : read.reason;
}

interface MappedProps {
  from: StoredColumn;
  column: StoredColumn;
  values: readonly [Scalar, Scalar][];
  onChange: (values: [Scalar, Scalar][]) => void;
}

/** Single values that become others; a field that is left empty is a blank. */
function Mapped({ from, column, values, onChange }: MappedProps) {
  const [pairs, setPairs] = useState<[Scalar, Scalar][]>(values.length > 0 ? [...values] : [[null, null]]);
  const put = (next: [Scalar, Scalar][]) => {
    setPairs(next);
    onChange(next);
  };
  const read = (of: StoredColumn, text: string): Scalar => {
    const parsed = parseInput(of, text, DEFAULT_FORMAT);
    return parsed.ok ? parsed.value : null;
  };
  const faultIn = (of: StoredColumn) => (text: string) => {
    const parsed = parseInput({ ...of, required: false }, text, DEFAULT_FORMAT);
    return parsed.ok ? null : parsed.reason;
  };
  return (
    <View className="gap-2">
      {pairs.map(([was, is], at) => (
        <View key={at} role="group" aria-label={`Value ${at + 1}`} className="flex-row items-end gap-2">
          <View className="min-w-0 flex-1">
            <PausedTextField
              label="Was"
              mayBeBlank
              value={inputText(from, was, DEFAULT_FORMAT)}
              faultOf={faultIn(from)}
              onChange={(text) => put(pairs.map((pair, place) => (place === at ? [read(from, text), pair[1]] : pair)))}
            />
          </View>
          <View className="min-w-0 flex-1">
            <PausedTextField
              label="Becomes"
              mayBeBlank
              value={inputText(column, is, DEFAULT_FORMAT)}
              faultOf={faultIn(column)}
              onChange={(text) =>
                put(pairs.map((pair, place) => (place === at ? [pair[0], read(column, text)] : pair)))
              }
            />
          </View>
          <IconButton
            icon={X}
            label={`Remove value ${at + 1}`}
            onPress={() => put(pairs.filter((_, place) => place !== at))}
          />
        </View>
      ))}
      <View className="items-start">
        <Button icon={Plus} kind="quiet" label="Add a value" onPress={() => setPairs([...pairs, [null, null]])} />
      </View>
    </View>
  );
}
