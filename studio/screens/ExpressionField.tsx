import { Suspense, useEffect, useMemo, useState } from 'react';
import { View } from 'react-native';
import { expressionFaults } from '@/core/check';
import { firstReason } from '@/core/fault';
import type { Table } from '@/core/model';
import { type Expected, planScope } from '@/core/plan';
import { analyseExpression, type ScopeTable } from '@/core/expression';
import { Callout, SelectField, Text } from '@/ui';
import { ExpressionEditor } from '../editor';
import { useApp } from '../useApp';
import { usePaused } from '../usePaused';
import { pathChoices } from './paths';

interface ExpressionFieldProps {
  label: string;
  help?: string;
  table: Table;
  text: string | undefined;
  expected: Expected;
  /** What its names stand for, where that is more than those of the table. */
  scope?: ScopeTable;
  /** What stands for no expression, where there may be none. */
  none?: string;
  /** Only what can stand there is handed on. */
  onChange(text: string | undefined): void;
}

const WRITTEN = '(written)';

/** An expression: a column chosen by touch, or written, with what is wrong told while it is typed. */
export function ExpressionField({
  label,
  help,
  table,
  text,
  expected,
  scope: wider,
  none,
  onChange,
}: ExpressionFieldProps) {
  const { definition } = useApp().state;
  const [draft, setDraft] = useState(text ?? '');
  const [writes, setWrites] = useState(false);
  const scope = useMemo(() => wider ?? planScope(definition)(table.id), [definition, table.id, wider]);
  const isBlank = draft.trim() === '';
  const faults = useMemo(() => (isBlank ? [] : analyseExpression(draft, scope).faults), [scope, draft, isBlank]);
  const fault = isBlank
    ? null
    : firstReason(
        expressionFaults(definition, { text: draft, tableId: table.id, expected, ...(wider ? { scope: wider } : {}) }),
      );

  const { queue, flush } = usePaused(text ?? '', (next) => onChange(next === '' ? undefined : next), setDraft);
  const ready = fault || (isBlank && none === undefined) ? null : isBlank ? '' : draft;
  useEffect(() => queue(ready), [queue, ready]);

  const choices = useMemo(
    () =>
      pathChoices(definition, table).filter(
        ({ value }) => expressionFaults(definition, { text: value, tableId: table.id, expected }).length === 0,
      ),
    [definition, table, expected],
  );
  const chosen =
    !writes && choices.some(({ value }) => value === draft)
      ? draft
      : isBlank && !writes && none !== undefined
        ? ''
        : WRITTEN;
  const options = [
    ...(none === undefined ? [] : [{ value: '', label: none }]),
    ...choices,
    { value: WRITTEN, label: 'An expression' },
  ];
  const choose = (value: string) => {
    setWrites(value === WRITTEN);
    if (value === WRITTEN) return;
    setDraft(value);
    queue(value);
    flush();
  };
  return (
    <View className="gap-2">
      <SelectField label={label} options={options} value={chosen} onChange={choose} />
      {chosen === WRITTEN ? (
        <Suspense fallback={<View className="h-[122px]" aria-busy />}>
          <ExpressionEditor
            label={`${label}: expression`}
            text={draft}
            table={scope}
            faults={faults}
            onChange={setDraft}
          />
        </Suspense>
      ) : null}
      {help ? <Text look="soft">{help}</Text> : null}
      {chosen === WRITTEN && fault && !isBlank ? (
        <Callout tone="rust">{`${fault}. What stood there before still counts.`}</Callout>
      ) : null}
    </View>
  );
}
