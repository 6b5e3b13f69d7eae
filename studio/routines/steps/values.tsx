import { useState } from 'react';
import { SourceField } from '../../screens/SourceField';
import { useApp } from '../../useApp';
import { StepValue } from '../StepValue';
import { freeStepName } from '../stepChoices';
import { NameField } from './fieldParts';
import type { StepEditor, StepFieldsProps } from './stepEditor';
import type { Answer, StepOf } from '@/core/model';
import { quoteText } from '@/core/sql';
import { ChoiceField, SelectField, Text, TextField } from '@/ui';

const anyValue = { kind: 'value' } as const;

function ValueOf({
  label,
  step,
  scope,
  onChange,
}: { label: string } & StepFieldsProps<StepOf<'set'> | StepOf<'message'>>) {
  return (
    <StepValue
      label={label}
      step={step}
      scope={scope}
      tableId={scope.row?.tableId ?? null}
      text={step.text}
      expected={anyValue}
      onChange={(text) => onChange({ ...step, text })}
    />
  );
}

export const set: StepEditor<StepOf<'set'>> = {
  label: 'Evaluate a value',
  make: ({ routine }, id) => ({ id, kind: 'set', name: freeStepName(routine, 'value'), text: '1' }),
  Fields: (props) => (
    <>
      <NameField name={props.step.name} onRename={props.onRename} />
      <ValueOf label="Is" {...props} />
    </>
  ),
};

export const message: StepEditor<StepOf<'message'>> = {
  label: 'Say something',
  make: (_, id) => ({ id, kind: 'message', text: quoteText('Done.') }),
  Fields: (props) => <ValueOf label="Says" {...props} />,
};

const answerWords: Record<Answer['kind'], string> = {
  text: 'A text',
  number: 'A number',
  date: 'A date',
  choice: 'One of a few',
  record: 'A record',
  confirm: 'Yes or no',
};

function AskFields({ step, onChange, onRename }: StepFieldsProps<StepOf<'ask'>>) {
  const { definition } = useApp().state;
  const { answer } = step;
  const [first] = definition.tables;
  const kinds = (Object.keys(answerWords) as Answer['kind'][]).filter((kind) => kind !== 'record' || first);
  const start = (kind: Answer['kind']): Answer =>
    kind === 'choice'
      ? { kind, choices: ['First', 'Second'] }
      : kind === 'record'
        ? { kind, tableId: first?.id ?? '' }
        : { kind };
  const table = answer.kind === 'record' ? definition.tables.find(({ id }) => id === answer.tableId) : undefined;
  return (
    <>
      <TextField
        label="Question"
        maxLength={200}
        value={step.question}
        onChangeText={(question) => onChange({ ...step, question })}
      />
      <ChoiceField
        label="Answer"
        choices={kinds.map((kind) => ({ value: kind, label: answerWords[kind] }))}
        value={answer.kind}
        onChange={(kind) => onChange({ ...step, answer: start(kind) })}
      />
      {answer.kind === 'choice' ? (
        <ChoicesField
          choices={answer.choices}
          onChange={(choices) => onChange({ ...step, answer: { kind: 'choice', choices } })}
        />
      ) : null}
      {answer.kind === 'record' ? (
        <SelectField
          label="Of the table"
          options={definition.tables.map(({ id, name }) => ({ value: id, label: name }))}
          value={answer.tableId}
          onChange={(tableId) => onChange({ ...step, answer: { kind: 'record', tableId } })}
        />
      ) : null}
      {answer.kind === 'record' && table ? (
        <SourceField
          label="Among"
          table={table}
          source={{ queryId: answer.queryId }}
          onChange={({ queryId }) =>
            onChange({ ...step, answer: { kind: 'record', tableId: answer.tableId, ...(queryId ? { queryId } : {}) } })
          }
        />
      ) : null}
      {answer.kind === 'confirm' ? (
        <Text look="soft">A no stops the routine before anything was changed.</Text>
      ) : (
        <NameField name={step.name} onRename={onRename} />
      )}
    </>
  );
}

/** What can be chosen, one a line; lines that are still blank are none. */
function ChoicesField({ choices, onChange }: { choices: readonly string[]; onChange: (choices: string[]) => void }) {
  const [text, setText] = useState(choices.join('\n'));
  const type = (next: string) => {
    setText(next);
    onChange(
      next
        .split('\n')
        .map((line) => line.trim())
        .filter((line) => line !== ''),
    );
  };
  return <TextField label="Choices, one a line" multiline numberOfLines={4} value={text} onChangeText={type} />;
}

export const ask: StepEditor<StepOf<'ask'>> = {
  label: 'Ask',
  make: ({ routine }, id) => ({
    id,
    kind: 'ask',
    name: freeStepName(routine, 'answer'),
    question: 'What is it?',
    answer: { kind: 'text' },
  }),
  Fields: AskFields,
};
