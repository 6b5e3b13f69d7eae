import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { View } from 'react-native';
import type { Definition, Fill } from '@/core/model';
import {
  byHandFault,
  type ColumnAccount,
  kindOf,
  MOST_BY_HAND,
  plainUpgrade,
  type Question,
  questionId,
  questionsBetween,
  type Trial,
  type Upgrade,
} from '@/core/release';
import { SwitchField, Text } from '@/ui';
import { worker } from '../../client';
import { PausedTextField } from '../../PausedTextField';
import { useAct, useApp } from '../../useApp';
import { ColumnChoice } from './ColumnChoice';
import { RowsChoice } from './RowsChoice';
import { Values } from './TrialReport';

/** How rows of the last release come to the plan of today: for each thing that is otherwise, what is chosen. */
export function UpgradeChoices({ releaseId, trials }: { releaseId: string; trials: readonly Trial[] }) {
  const { appId, state } = useApp();
  const act = useAct();
  const released = useQuery({
    queryKey: ['released', appId, releaseId],
    queryFn: () => worker().api.releasedPlan(appId, releaseId),
    staleTime: Infinity,
    gcTime: 0,
  });
  const before = released.data?.definition;
  const said = useRef(state.upgrade ?? plainUpgrade);
  useEffect(() => void (said.current = state.upgrade ?? plainUpgrade), [state.upgrade]);
  if (!before) return null;
  const upgrade = state.upgrade ?? plainUpgrade;
  // Two fields may be left at once: what the first said is there before the worker tells of it.
  const say = (change: (now: Upgrade) => Partial<Upgrade>) => {
    said.current = { ...said.current, ...change(said.current) };
    const next = said.current;
    void act((api) => api.setUpgrade(appId, next)).then((done) => {
      if (!done) said.current = upgrade;
    });
  };
  const choose = (id: string, fill: Fill | undefined) =>
    say(({ fills }) => {
      const others = Object.fromEntries(Object.entries(fills).filter(([each]) => each !== id));
      return { fills: fill === undefined ? others : { ...others, [id]: fill } };
    });
  const keep = (id: string, isKept: boolean) =>
    say(({ aside }) => ({ aside: isKept ? [...aside, id] : aside.filter((each) => each !== id) }));
  const questions = questionsBetween(before, state.definition);
  return (
    <View className="gap-4">
      {questions.map((question) => (
        <Asked
          key={questionId(question)}
          before={before}
          after={state.definition}
          question={question}
          upgrade={upgrade}
          told={toldOn(trials, releaseId, question)}
          onChoose={choose}
          onKeep={keep}
        />
      ))}
      <ByHand upgrade={upgrade} onChange={(change) => say(() => change)} />
    </View>
  );
}

interface AskedProps {
  before: Definition;
  after: Definition;
  question: Question;
  upgrade: Upgrade;
  /** What came of its values when the upgrade was tried. */
  told: ColumnAccount[];
  onChoose: (id: string, fill: Fill | undefined) => void;
  onKeep: (id: string, isKept: boolean) => void;
}

function Asked({ before, after, question, upgrade, told, onChoose, onKeep }: AskedProps) {
  const id = questionId(question);
  const fill = upgrade.fills[id];
  const name = 'column' in question ? `${question.table.name} › ${question.column.name}` : question.table.name;
  const losesValues = question.kind !== 'new-table' && (question.kind !== 'column' || question.from !== null);
  return (
    <View role="group" aria-label={name} className="gap-3 rounded-xl border border-stem p-4">
      <View>
        <Text look="strong">{name}</Text>
        <Text look="soft">{whatOf(question)}</Text>
      </View>
      {told.map((account, at) => (
        <Values key={at} account={account} />
      ))}
      {question.kind === 'column' ? (
        <ColumnChoice before={before} question={question} fill={fill} onChange={(next) => onChoose(id, next)} />
      ) : null}
      {question.kind === 'new-table' || question.kind === 'gone-table' ? (
        <RowsChoice
          before={before}
          after={after}
          question={question}
          fills={upgrade.fills}
          onChange={(next) => onChoose(id, next)}
        />
      ) : null}
      {losesValues ? (
        <SwitchField
          label="Keep what would be lost"
          help="In a table of its own, which the app does not show."
          value={upgrade.aside.includes(id)}
          onChange={(isKept) => onKeep(id, isKept)}
        />
      ) : null}
    </View>
  );
}

function whatOf(question: Question): string {
  switch (question.kind) {
    case 'column': {
      const { from, column } = question;
      if (!from) return `A new column, ${kindOf(column)}.`;
      return from.kind === column.kind ? 'Its settings changed.' : `It was ${kindOf(from)} and is ${kindOf(column)}.`;
    }
    case 'gone-column':
      return 'It goes.';
    case 'gone-table':
      return 'The table goes.';
    case 'new-table':
      return 'A new table.';
  }
}

/** What the rehearsal found of a column, on real rows and on difficult ones. */
const toldOn = (trials: readonly Trial[], releaseId: string, question: Question): ColumnAccount[] =>
  trials
    .filter((trial) => trial.releaseId === releaseId)
    .flatMap(({ told }) => told)
    .filter(({ table, column, lost, converted }) =>
      question.kind === 'column' || question.kind === 'gone-column'
        ? lost + converted > 0 &&
          table === ('before' in question ? question.before : question.table).name &&
          column === (('from' in question && question.from) || question.column).name
        : false,
    )
    .slice(0, 1);

/** SQL that somebody writes, on both sides of what is made by itself. */
function ByHand({ upgrade, onChange }: { upgrade: Upgrade; onChange: (change: Partial<Upgrade>) => void }) {
  return (
    <View role="group" aria-label="SQL by hand" className="gap-3">
      <View>
        <Text look="strong">SQL by hand</Text>
        <Text look="soft">
          {[
            'INSERT, UPDATE and DELETE, with semicolons between them. Before: with the tables as they were. After:',
            'with the tables of today, and those in which lost values are kept.',
          ].join(' ')}
        </Text>
      </View>
      {(['first', 'last'] as const).map((side) => (
        <PausedTextField
          key={side}
          label={side === 'first' ? 'Before' : 'After'}
          mayBeBlank
          multiline
          maxLength={MOST_BY_HAND}
          value={upgrade[side]}
          faultOf={byHandFault}
          onChange={(text) => onChange({ [side]: text })}
        />
      ))}
    </View>
  );
}
