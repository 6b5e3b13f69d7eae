import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import { useEffect, useMemo, useState } from 'react';
import { View } from 'react-native';
import { useApp } from '../useApp';
import { usePaused } from '../usePaused';
import { ExpressionField } from './ExpressionField';
import { pathChoices } from './paths';
import type { ClauseOp } from '@/core/column';
import type { ScopeTable } from '@/core/expression';
import type { Column, Table } from '@/core/model';
import {
  type Clause,
  clausesOf,
  clauseValue,
  columnAtPath,
  conditionOf,
  isComplete,
  opsFor,
  takesValue,
} from '@/core/plan';
import type { ValueType } from '@/core/sql';
import { Button, ChoiceField, IconButton, SelectField, Text, TextField } from '@/ui';

interface ConditionFieldProps {
  table: Table;
  text: string | undefined;
  /** What its names stand for. */
  scope: ScopeTable;
  /** What columns can be compared with beside values. */
  given: readonly GivenValue[];
  /** Only what can stand there is handed on. */
  onChange(text: string | undefined): void;
}

/** Something at hand: a parameter, or a path from a record. */
export interface GivenValue {
  name: string;
  label: string;
  type: ValueType;
  /** The table of the record that it is the way to. */
  leadsTo?: string;
}

const words: Record<ClauseOp, string> = {
  is: 'is',
  isNot: 'is not',
  less: 'is less than',
  most: 'is at most',
  more: 'is more than',
  least: 'is at least',
  contains: 'contains',
  begins: 'begins with',
  yes: 'is yes',
  no: 'is no',
  filled: 'is filled in',
  blank: 'is blank',
};

const dateWords: Partial<Record<ClauseOp, string>> = {
  less: 'is before',
  most: 'is by',
  more: 'is after',
  least: 'is from',
};

/** Which rows: conditions built by touch, or one written as an expression. */
export function ConditionField({ table, text = '', scope, given, onChange }: ConditionFieldProps) {
  const { definition } = useApp().state;
  const built = useMemo(() => (text === '' ? [] : clausesOf(definition, table.id, text)), [definition, table.id, text]);
  const [writes, setWrites] = useState(built === null);
  return (
    <View className="gap-3">
      <ChoiceField
        label="Rows where"
        choices={[
          { value: 'built', label: 'Built' },
          { value: 'written', label: 'Written' },
        ]}
        value={writes || built === null ? 'written' : 'built'}
        onChange={(way) => setWrites(way === 'written')}
      />
      {built === null && !writes ? (
        <Text look="soft" role="status">
          This condition says more than can be built by touch. It stays as it is written.
        </Text>
      ) : null}
      {writes || built === null ? (
        <ExpressionField
          label="Condition"
          none="All rows"
          table={table}
          text={text || undefined}
          expected="condition"
          scope={scope}
          onChange={onChange}
        />
      ) : (
        <Clauses table={table} text={text} built={built} given={given} onChange={onChange} />
      )}
    </View>
  );
}

/** The clauses that all must hold. What is not complete yet is kept here and says nothing of the rows. */
function Clauses({
  table,
  text,
  built,
  given,
  onChange,
}: Omit<ConditionFieldProps, 'text' | 'scope'> & { text: string; built: Clause[] }) {
  const { definition } = useApp().state;
  const [clauses, setClauses] = useState(built);
  const columnOf = (path: string) => columnAtPath(definition, table.id, path)?.column;
  const complete = conditionOf(
    definition,
    table.id,
    clauses.filter((clause) => {
      const column = columnOf(clause.path);
      return column && isComplete(column, clause);
    }),
  );
  const { queue } = usePaused(
    text,
    (next) => onChange(next === '' ? undefined : next),
    () => setClauses(built),
  );
  // To look at a condition is not to write it anew.
  const isAsItWas = complete === conditionOf(definition, table.id, built);
  useEffect(() => queue(isAsItWas ? null : complete), [queue, complete, isAsItWas]);
  const choices = useMemo(
    () => pathChoices(definition, table).filter(({ value }) => columnAtPath(definition, table.id, value)),
    [definition, table],
  );
  const set = (at: number, clause: Clause) =>
    setClauses((now) => now.map((each, index) => (index === at ? clause : each)));
  const add = () => {
    const path = choices[0]?.value ?? '';
    const column = columnOf(path);
    if (column) setClauses((now) => [...now, { path, op: opsFor(column)[0] as ClauseOp, value: '' }]);
  };
  return (
    <View className="gap-3">
      {clauses.length === 0 ? <Text look="soft">All rows. Add a condition to select some of them.</Text> : null}
      {clauses.map((clause, index) => (
        <ClauseFields
          key={index}
          name={`Condition ${index + 1}`}
          clause={clause}
          column={columnOf(clause.path)}
          choices={choices}
          columnOf={columnOf}
          given={given}
          onChange={(next) => set(index, next)}
          onRemove={() => setClauses((now) => now.filter((_, at) => at !== index))}
        />
      ))}
      <View className="items-start">
        <Button icon={Plus} label={clauses.length === 0 ? 'Add condition' : 'And another'} onPress={add} />
      </View>
    </View>
  );
}

interface ClauseFieldsProps {
  name: string;
  clause: Clause;
  column: Column | undefined;
  choices: readonly { value: string; label: string }[];
  columnOf(path: string): Column | undefined;
  given: readonly GivenValue[];
  onChange(clause: Clause): void;
  onRemove(): void;
}

function ClauseFields({ name, clause, column, choices, columnOf, given, onChange, onRemove }: ClauseFieldsProps) {
  const ops = column ? opsFor(column) : [];
  const isDate = column?.kind === 'date';
  const choosePath = (path: string) => {
    const next = columnOf(path);
    if (!next) return;
    const op = opsFor(next).includes(clause.op) ? clause.op : (opsFor(next)[0] as ClauseOp);
    const keeps = column && clauseValue(column) === clauseValue(next) && takesValue(op);
    onChange(keeps ? { ...clause, path, op } : { path, op, value: '' });
  };
  return (
    <View role="group" aria-label={name} className="gap-3 border-l-4 border-plum pl-4">
      <View className="flex-row items-end gap-2">
        <View className="flex-1">
          <SelectField label="Column" options={choices} value={clause.path} onChange={choosePath} />
        </View>
        <IconButton icon={X} tone="soft" label={`Remove ${name.toLowerCase()}`} onPress={onRemove} />
      </View>
      <View className="gap-3 sm:flex-row">
        <View className="flex-1">
          <SelectField
            label="Compared"
            options={ops.map((op) => ({ value: op, label: (isDate ? dateWords[op] : undefined) ?? words[op] }))}
            value={clause.op}
            onChange={(op) =>
              onChange(
                takesValue(op as ClauseOp)
                  ? { ...clause, op: op as ClauseOp }
                  : { path: clause.path, op: op as ClauseOp, value: '' },
              )
            }
          />
        </View>
        {column && takesValue(clause.op) ? (
          <View className="flex-1 gap-3">
            <ValueField column={column} clause={clause} given={given} onChange={onChange} />
          </View>
        ) : null}
      </View>
    </View>
  );
}

const VALUE = '(value)';

/** What a clause compares with: a value, today, or a parameter of the query. */
function ValueField({
  column,
  clause,
  given: all,
  onChange,
}: Pick<ClauseFieldsProps, 'clause' | 'given' | 'onChange'> & { column: Column }) {
  const { path, op, value, parameter } = clause;
  const isSought = op === 'contains' || op === 'begins';
  const given = isSought
    ? []
    : [
        ...(column.kind === 'date' ? [{ value: 'today', label: 'Today' }] : []),
        ...all
          .filter(({ type, leadsTo }) =>
            leadsTo === undefined
              ? type.kind === suits[clauseValue(column)] || type.kind === 'any'
              : column.kind === 'link' && column.tableId === leadsTo,
          )
          .map(({ name, label }) => ({ value: name, label })),
      ];
  const put = (next: string) => onChange({ path, op, value: next });
  const fault = !parameter && value !== '' && !isComplete(column, clause) ? faults[clauseValue(column)] : null;
  return (
    <>
      {given.length > 0 ? (
        <SelectField
          label="To what"
          options={[{ value: VALUE, label: 'A value' }, ...given]}
          value={parameter ? value : VALUE}
          onChange={(name) => (name === VALUE ? put('') : onChange({ path, op, value: name, parameter: true }))}
        />
      ) : null}
      {parameter ? null : column.kind === 'choice' ? (
        <SelectField
          label="With"
          options={[
            { value: '', label: 'Choose' },
            ...column.choices.map((choice) => ({ value: choice, label: choice })),
          ]}
          value={value}
          onChange={put}
        />
      ) : (
        <TextField
          label="With"
          value={value}
          fault={fault}
          inputMode={clauseValue(column) === 'number' ? 'decimal' : 'text'}
          placeholder={column.kind === 'date' ? '2026-11-25' : undefined}
          onChangeText={put}
        />
      )}
    </>
  );
}

/** The type that a parameter has beside a value of this kind. */
const suits = { text: 'text', number: 'number', date: 'date', none: '' } as const;

const faults = {
  text: '% and _ stand for any letters in SQL. Write the condition instead.',
  number: 'A number, with a point before decimals.',
  date: 'Year, month, day: 2026-11-25.',
  none: null,
};
