import { useEffect, useRef, useState } from 'react';
import { type TextInput, View } from 'react-native';
import { tableOf, useKit } from '../base/context';
import { ActionButton, PhoneSheet } from '../base/parts';
import { FieldInput } from '../fields/FieldInput';
import { Chooser } from '../fields/LinkInput';
import { parseInput } from '@/core/column';
import { choicesOf } from '@/core/compiled';
import type { Answer, AskedColumn, Scalar } from '@/core/model';
import type { Question } from '@/core/runtime';

/** What a routine asks before it goes on. Closing it stops the routine before anything was changed. */
export function AskSheet({
  question: { question, of, answer },
  onAnswer,
  onClose,
}: {
  question: Question;
  onAnswer: (value: Scalar) => void;
  onClose: () => void;
}) {
  return (
    <PhoneSheet title={of === null ? question : `${of}: ${question}`} onClose={onClose}>
      <View className="gap-4 px-5 pb-2">
        {answer.kind === 'confirm' ? (
          <>
            <ActionButton label="Yes, go on" onPress={() => onAnswer(1)} />
            <ActionButton kind="plain" label="No" onPress={() => onAnswer(0)} />
          </>
        ) : answer.kind === 'record' ? (
          <RecordAnswer question={question} answer={answer} onAnswer={onAnswer} onClose={onClose} />
        ) : (
          <ValueAnswer answer={answer} onAnswer={onAnswer} onClose={onClose} />
        )}
      </View>
    </PhoneSheet>
  );
}

function RecordAnswer({
  question,
  answer,
  onAnswer,
  onClose,
}: {
  question: string;
  answer: Extract<Answer, { kind: 'record' }>;
  onAnswer: (value: Scalar) => void;
  onClose: () => void;
}) {
  const { app } = useKit();
  const table = tableOf(app, answer.tableId);
  const [list] = useState(() => choicesOf(app, answer.tableId, answer.queryId));
  return table && list ? (
    <Chooser
      table={table}
      list={list}
      label={question}
      onChoose={onAnswer}
      onClose={onClose}
      canClear={false}
      Field={null}
    />
  ) : null;
}

/** The answer as a column that it could be typed into. */
function columnOf(answer: Exclude<Answer, { kind: 'record' | 'confirm' }>): AskedColumn {
  const common = {
    id: 'answer',
    name: 'Answer',
    identifier: 'answer',
    required: true,
    unique: false,
    default: { kind: 'none' },
  } as const;
  switch (answer.kind) {
    case 'text':
    case 'date':
      return { ...common, kind: answer.kind };
    case 'number':
      return { ...common, kind: 'decimal', places: 4 };
    case 'choice':
      return { ...common, kind: 'choice', choices: answer.choices };
  }
}

function ValueAnswer({
  answer,
  onAnswer,
  onClose,
}: {
  answer: Exclude<Answer, { kind: 'record' | 'confirm' }>;
  onAnswer: (value: Scalar) => void;
  onClose: () => void;
}) {
  const { settings } = useKit();
  const column = columnOf(answer);
  const input = useRef<TextInput>(null);
  const [text, setText] = useState('');
  const [fault, setFault] = useState<string | undefined>();
  useEffect(() => input.current?.focus(), []);
  const go = () => {
    const read = parseInput(column, text, settings);
    if (read.ok) onAnswer(read.value);
    else setFault(read.reason);
  };
  return (
    <>
      <FieldInput
        column={column}
        value={text}
        onChange={setText}
        onBlur={() => undefined}
        inputRef={input}
        fault={fault}
      />
      <View className="flex-row flex-wrap gap-2">
        <ActionButton label="Go on" onPress={go} />
        <ActionButton kind="plain" label="Stop" onPress={onClose} />
      </View>
    </>
  );
}
