import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import { useState } from 'react';
import { View } from 'react-native';
import { parameterKinds, type Query, type QueryParameter, type Table } from '@/core/model';
import { columnText, fitsParameter, type Given } from '@/core/plan';
import { Button, ChoiceField, IconButton, Text, TextField } from '@/ui';
import { useApp } from '../useApp';
import { ExpressionField } from './ExpressionField';

const labels: Record<QueryParameter['kind'], string> = {
  text: 'Text',
  number: 'Number',
  date: 'Date',
  person: 'Of the person',
};
const starts: Record<Exclude<QueryParameter['kind'], 'person'>, string> = { text: 'text', number: '1', date: 'today' };
const hints: Record<QueryParameter['kind'], string> = {
  text: 'A text must not be blank.',
  number: 'A number, with a point before decimals.',
  date: 'today, or year, month, day: 2026-11-25.',
  person: '',
};
const NAME = /^\p{Ll}[\p{Ll}\d_]*$/u;

/** What a query is told: values of its own, which screens may give others of, and what is of the person. */
export function ParametersEditor({
  table,
  parameters,
  onChange,
  onRename,
}: {
  table: Table;
  parameters: readonly QueryParameter[];
  onChange: (parameters: QueryParameter[]) => void;
  onRename: (from: string, to: string) => void;
}) {
  const { definition } = useApp().state;
  const people = definition.tables.find(({ id }) => id === definition.people?.tableId);
  const set = (at: number, parameter: QueryParameter) =>
    onChange(parameters.map((each, index) => (index === at ? parameter : each)));
  const free = () => {
    let at = parameters.length + 1;
    while (parameters.some(({ name }) => name === `value${at}`)) at++;
    return `value${at}`;
  };
  const startOf = (kind: QueryParameter['kind']): string =>
    kind === 'person' ? columnText(people?.columns[0] ?? (table.columns[0] as Table['columns'][number])) : starts[kind];
  return (
    <View className="gap-3">
      <Text look="strong">Parameters</Text>
      {parameters.length === 0 ? (
        <Text look="soft">Values that the condition uses as :name. A screen may give others.</Text>
      ) : null}
      {parameters.map((parameter, index) => (
        <View
          key={parameter.name}
          role="group"
          aria-label={`Parameter ${parameter.name}`}
          className="gap-3 border-l-4 border-plum pl-4"
        >
          <View className="flex-row items-end gap-2">
            <View className="flex-1">
              <Checked
                label="Called"
                value={parameter.name}
                reason="Small letters, digits and _, and no name twice."
                fits={(name) =>
                  NAME.test(name) &&
                  name !== 'today' &&
                  !parameters.some((each) => each !== parameter && each.name === name)
                }
                onChange={(name) => onRename(parameter.name, name)}
              />
            </View>
            <IconButton
              icon={X}
              tone="soft"
              label={`Remove parameter ${parameter.name}`}
              onPress={() => onChange(parameters.filter((_, at) => at !== index))}
            />
          </View>
          <ChoiceField
            label="Is"
            choices={parameterKinds
              .filter((kind) => kind !== 'person' || people)
              .map((kind) => ({ value: kind, label: labels[kind] }))}
            value={parameter.kind}
            onChange={(kind) => set(index, { ...parameter, kind, value: startOf(kind) })}
          />
          {parameter.kind === 'person' && people ? (
            <ExpressionField
              label="What of the person"
              table={people}
              text={parameter.value}
              expected="value"
              onChange={(value) => value !== undefined && set(index, { ...parameter, value })}
            />
          ) : (
            <Checked
              key={parameter.kind}
              label="Its value"
              value={parameter.value}
              reason={hints[parameter.kind]}
              fits={(value) => fitsParameter(parameter, value)}
              onChange={(value) => set(index, { ...parameter, value })}
            />
          )}
        </View>
      ))}
      <View className="items-start">
        <Button
          icon={Plus}
          label="Add parameter"
          onPress={() => onChange([...parameters, { name: free(), kind: 'text', value: starts.text }])}
        />
      </View>
    </View>
  );
}

/** A text that is handed on when the field is left, and only where it fits. */
function Checked({
  label,
  value,
  reason,
  fits,
  onChange,
}: {
  label: string;
  value: string;
  reason: string;
  fits: (value: string) => boolean;
  onChange: (value: string) => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const text = draft ?? value;
  const leave = () => {
    if (draft !== null && draft !== value && fits(draft)) onChange(draft);
    setDraft(null);
  };
  return (
    <TextField
      label={label}
      value={text}
      fault={text === value || fits(text) ? null : `${reason} What stood there still counts.`}
      onChangeText={setDraft}
      onBlur={leave}
      onSubmitEditing={leave}
    />
  );
}

/** What a screen gives a query in place of the parameters' own values. */
export function GivenFields({
  query,
  given = {},
  onChange,
}: {
  query: Query | undefined;
  given: Given | undefined;
  onChange: (given: Given | undefined) => void;
}) {
  const parameters = (query?.parameters ?? []).filter(({ kind }) => kind !== 'person');
  if (parameters.length === 0) return null;
  return (
    <View role="group" aria-label="Given to the query" className="gap-3 border-l-4 border-plum pl-4">
      {parameters.map((parameter) => (
        <Checked
          key={parameter.name}
          label={`:${parameter.name}`}
          value={given[parameter.name] ?? parameter.value}
          reason={hints[parameter.kind]}
          fits={(value) => fitsParameter(parameter, value)}
          onChange={(value) => {
            const next = Object.fromEntries(
              Object.entries({ ...given, [parameter.name]: value }).filter(
                ([name, each]) => name !== parameter.name || each !== parameter.value,
              ),
            );
            onChange(Object.keys(next).length > 0 ? next : undefined);
          }}
        />
      ))}
    </View>
  );
}
