import { View } from 'react-native';
import { type ColumnAccount, type Loss, type Sample, totalOf, type Trial, verdictOf } from '@/core/release';
import { describeImpact } from '@/core/schema';
import type { Scalar } from '@/core/model';
import { Callout, color, Icon, Text } from '@/ui';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import TriangleAlert from 'lucide-react-native/icons/triangle-alert';
import { counted } from '../../counted';

const subjects: Record<Trial['subject'], string> = {
  'rows-of-now': 'The rows of the bench phone',
  'difficult-rows': 'Difficult rows',
};

const reasons: Record<Loss, string> = {
  'table-removed': 'their table went',
  'column-removed': 'their column went',
  'row-removed': 'their row went',
  'does-not-fit': 'they do not fit what the column is now',
};

/** What came of an upgrade on one set of rows: at a glance, then every value that is not what it was. */
export function TrialReport({ trial }: { trial: Trial }) {
  const { subject, rows, fault, impacts, account, unsound, failing, cuts, ran } = trial;
  const lost = totalOf(account, 'lost');
  const verdict = verdictOf(trial);
  const isGreen = verdict === 'holds';
  return (
    <View role="group" aria-label={subjects[subject]} className="gap-3 rounded-xl border border-stem bg-leaf p-4">
      <View className="flex-row items-center gap-2">
        <Icon of={isGreen ? CircleCheck : TriangleAlert} size={20} color={color(isGreen ? 'fern' : 'amber')} />
        <Text look="heading" className="min-w-0 flex-1">
          {`${subjects[subject]}: ${verdict === 'loses' ? counted(lost, 'value is lost', 'values are lost') : verdict === 'holds' ? 'it holds' : 'it does not hold'}`}
        </Text>
      </View>
      <Text look="soft">{glance(trial)}</Text>
      {fault ? <Callout tone="rust">{fault}</Callout> : null}
      {impacts
        .filter(({ blocks }) => blocks)
        .map((impact) => (
          <Callout key={`${impact.kind} ${impact.column}`} tone="rust">
            {describeImpact(impact)}
          </Callout>
        ))}
      {[...unsound, ...failing].map((words) => (
        <Callout key={words} tone="rust">
          {words}
        </Callout>
      ))}
      {fault === null ? <Told account={account} /> : null}
      <Text look="soft">
        {[
          cuts.tried > 0
            ? `Cut off after each of ${counted(cuts.tried, 'statement', 'statements')}: the old database was whole ${cuts.whole === cuts.tried ? 'every time' : `${cuts.whole} times`}.`
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

function glance({ account, fault }: Trial): string {
  if (fault !== null) return 'The old database was left as it was.';
  const counts = (['kept', 'converted', 'moved', 'filled', 'lost'] as const)
    .map((each) => [totalOf(account, each), each] as const)
    .filter(([count]) => count > 0);
  return counts.length === 0
    ? 'There was no value.'
    : `Of all values: ${counts.map(([count, each]) => `${count.toLocaleString('en-GB')} ${words[each]}`).join(', ')}.`;
}

const words = {
  kept: 'kept as they were',
  converted: 'converted',
  moved: 'moved',
  filled: 'filled in',
  lost: 'lost',
} as const;

/** Columns whose values are not what they were, with some of them before and after. */
function Told({ account }: { account: Trial['account'] }) {
  const told = account.filter(({ lost, converted }) => lost + converted > 0);
  return told.length === 0 ? null : (
    <View role="list" aria-label="Values that are not what they were" className="gap-3">
      {told.map((column) => (
        <View key={`${column.table} ${column.column}`} role="listitem" className="gap-1">
          <Text look="strong">{`${column.table}: ${column.column}`}</Text>
          <Text look="body">{columnWords(column)}</Text>
          {column.samples.map((sample) => (
            <Text key={sample.rowId} look="mono">
              {sampleWords(sample)}
            </Text>
          ))}
        </View>
      ))}
    </View>
  );
}

const columnWords = ({ lost, converted, reason }: ColumnAccount): string =>
  [
    lost > 0 ? `${counted(lost, 'value is lost', 'values are lost')}: ${reason ? reasons[reason] : ''}.` : '',
    converted > 0 ? `${counted(converted, 'value is converted', 'values are converted')}.` : '',
  ]
    .filter(Boolean)
    .join(' ');

const MOST_SHOWN = 40;

const shown = (value: Scalar): string => {
  if (value === null) return 'blank';
  const text = typeof value === 'string' ? `“${value}”` : String(value);
  return text.length > MOST_SHOWN ? `${text.slice(0, MOST_SHOWN)}…` : text;
};

const sampleWords = ({ rowId, before, after }: Sample): string => `row ${rowId}: ${shown(before)} → ${shown(after)}`;
