import { Suspense, useEffect, useMemo, useState } from 'react';
import { View } from 'react-native';
import { stepExpressionFaults } from '@/core/check';
import { firstReason } from '@/core/fault';
import type { Step } from '@/core/model';
import { type StepExpected, type StepScope, stepNames } from '@/core/plan';
import { analyseExpression } from '@/core/expression';
import { Callout, SelectField, Text } from '@/ui';
import { ExpressionEditor } from '../editor';
import { useApp } from '../useApp';
import { valueChoices } from './stepChoices';

interface StepValueProps {
  label: string;
  step: Step;
  scope: StepScope;
  /** The table that bare names are of. */
  tableId: string | null;
  text: string;
  expected: StepExpected;
  onChange(text: string): void;
}

const WRITTEN = '(written)';

/** A value in a step: chosen from what is at hand, or written, with what is wrong told while it is typed. */
export function StepValue({ label, step, scope, tableId, text, expected, onChange }: StepValueProps) {
  const { definition } = useApp().state;
  const choices = useMemo(
    () => valueChoices(definition, scope, tableId, expected),
    [definition, scope, tableId, expected],
  );
  const [writes, setWrites] = useState(false);
  const [draft, setDraft] = useState(text);
  useEffect(() => setDraft(text), [text]);
  const names = useMemo(() => stepNames(definition, tableId, scope), [definition, tableId, scope]);
  const faults = useMemo(() => (draft.trim() === '' ? [] : analyseExpression(draft, names).faults), [names, draft]);
  const fault =
    draft.trim() === ''
      ? null
      : firstReason(
          stepExpressionFaults(definition, { step, scope, tableId, text: draft, expected, set: () => undefined }),
        );
  const isChosen = !writes && choices.some(({ value }) => value === draft);
  return (
    <View className="gap-2">
      <SelectField
        label={label}
        options={[...choices, { value: WRITTEN, label: 'An expression' }]}
        value={isChosen ? draft : WRITTEN}
        onChange={(value) => {
          setWrites(value === WRITTEN);
          if (value !== WRITTEN) onChange(value);
        }}
      />
      {isChosen ? null : (
        <Suspense fallback={<View className="h-[122px]" aria-busy />}>
          <ExpressionEditor
            label={`${label}: expression`}
            text={draft}
            table={names}
            faults={faults}
            onChange={(next) => {
              setDraft(next);
              if (next.trim() !== '') onChange(next);
            }}
          />
        </Suspense>
      )}
      {!isChosen && fault ? <Callout tone="rust">{`${fault}.`}</Callout> : null}
      {!isChosen && draft.trim() === '' ? <Text look="soft">A text stands in quotes: 'like this'.</Text> : null}
    </View>
  );
}
