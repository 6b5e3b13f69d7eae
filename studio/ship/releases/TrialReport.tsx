import { View } from 'react-native';
import { type ColumnAccount, type Count, counts, type Loss, type Sample, type Trial, verdictOf } from '@/core/release';
import type { Scalar } from '@/core/model';
import { Callout, color, Icon, Text } from '@/ui';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import TriangleAlert from 'lucide-react-native/icons/triangle-alert';
import { counted } from '../../counted';

function subjectWords({ subject }: Trial): string {
  switch (subject.kind) {
    case 'rows-of-now':
      return 'The rows of the bench phone';
    case 'difficult-rows':
      return 'Difficult rows';
    case 'starting-rows':
      return 'The starting rows';
    case 'phone':
      return subject.name;
  }
}

const reasons: Record<Loss, string> = {
  'table-removed': 'their table went',
  'column-removed': 'their column went',
  'row-removed': 'their row went',
  'does-not-fit': 'they do not fit what the column is now',
};

/** What came of an upgrade on one set of rows: at a glance, then every value that is not what it was. */
export function TrialReport({ trial }: { trial: Trial }) {
  const { from, rows, fault, warnings, totals, told, unsound, failing, cuts, ran } = trial;
  const { lost } = totals;
  const name = subjectWords(trial);
  const verdict = verdictOf(trial);
  const isGreen = verdict === 'holds';
  return (
    <View role="group" aria-label={`${name}, from ${from}`} className="gap-3 rounded-xl border border-stem bg-leaf p-4">
      <View className="flex-row items-center gap-2">
        <Icon of={isGreen ? CircleCheck : TriangleAlert} size={20} color={color(isGreen ? 'fern' : 'amber')} />
        <Text look="heading" className="min-w-0 flex-1">
          {`${name}: ${verdict === 'loses' ? counted(lost, 'value is lost', 'values are lost') : verdict === 'holds' ? 'it holds' : 'it does not hold'}`}
        </Text>
      </View>
      <Text look="soft">{glance(trial)}</Text>
      {fault ? <Callout tone="rust">{fault}</Callout> : null}
      {warnings.map(({ blocks, words: said }) => (
        <Callout key={said} tone={blocks ? 'rust' : 'amber'}>
          {said}
        </Callout>
      ))}
      {[...unsound, ...failing].map((words) => (
        <Callout key={words} tone="rust">
          {words}
        </Callout>
      ))}
      {fault === null ? <Told told={told} /> : null}
      <Text look="soft">
        {[
          cuts.tried > 0
            ? `Cut off after ${cuts.tried === cuts.statements ? 'each' : cuts.tried} of ${counted(cuts.statements, 'statement', 'statements')}: the old database was whole ${cuts.whole === cuts.tried ? 'every time' : `${cuts.whole} times`}.`
            : '',
          fault === null
            ? `${counted(ran, 'statement', 'statements')} of the app of today ran on ${counted(rows, 'row', 'rows')}.`
            : '',
        ]
          .filter(Boolean)
          .join(' ')}
      </Text>
    </View>
  );
}

function glance({ totals, fault, from }: Trial): string {
  if (fault !== null) return 'The old database was left as it was.';
  const found = counts.map((each) => [totals[each], each] as const).filter(([count]) => count > 0);
  return found.length === 0
    ? `From ${from}. There was no value.`
    : `From ${from}. Of all values: ${found.map(([count, each]) => `${count.toLocaleString('en-GB')} ${words[each]}`).join(', ')}.`;
}

const words: Record<Count, string> = {
  kept: 'kept as they were',
  converted: 'converted',
  moved: 'moved',
  filled: 'filled in',
  aside: 'kept apart',
  lost: 'lost',
};

/** Columns whose values are not what they were, with some of them before and after. */
function Told({ told }: { told: Trial['told'] }) {
  return told.length === 0 ? null : (
    <View role="list" aria-label="Values that are not what they were" className="gap-3">
      {told.map((column) => (
        <View key={`${column.table} ${column.column}`} role="listitem" className="gap-1">
          <Text look="strong">{`${column.table}: ${column.column}`}</Text>
          <Values account={column} />
        </View>
      ))}
    </View>
  );
}

/** What became of the values of one column, with some of them before and after. */
export function Values({ account }: { account: ColumnAccount }) {
  return (
    <View className="gap-1">
      <Text look="body">{columnWords(account)}</Text>
      {account.samples.map((sample) => (
        <Text key={sample.rowId} look="mono">
          {sampleWords(sample)}
        </Text>
      ))}
    </View>
  );
}

const columnWords = ({ lost, converted, moved, aside, reason }: ColumnAccount): string =>
  [
    lost > 0 ? `${counted(lost, 'value is lost', 'values are lost')}: ${reason ? reasons[reason] : ''}.` : '',
    converted > 0 ? `${counted(converted, 'value is converted', 'values are converted')}.` : '',
    moved > 0 ? `${counted(moved, 'value moves', 'values move')} to other columns.` : '',
    aside > 0 ? `${counted(aside, 'value is', 'values are')} kept in a table of its own.` : '',
  ]
    .filter(Boolean)
    .join(' ');

const MOST_SHOWN = 40;

const shown = (value: Scalar): string => {
  if (value === null) return 'blank';
  const text = typeof value === 'string' ? `“${value}”` : String(value);
  return text.length > MOST_SHOWN ? `${text.slice(0, MOST_SHOWN)}…` : text;
};

export const sampleWords = ({ rowId, before, after }: Sample): string =>
  `row ${rowId}: ${shown(before)} → ${shown(after)}`;
