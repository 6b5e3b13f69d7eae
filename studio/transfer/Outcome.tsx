import { View } from 'react-native';
import { Button, Callout, Text } from '@/ui';
import { counted, figure } from '../counted';
import { worker } from '../client';
import type { ImportReport, Progress } from './useImport';

/** How far an import is, and the way to stop it. */
export const ImportProgress = ({ progress }: { progress: Progress }) => (
  <RunProgress
    label="Import"
    unit={['row', 'rows']}
    stop="Stop the import"
    progress={progress}
    onStop={() => void worker().api.cancelImport()}
  />
);

/** How far something is, in units that are counted, and the way to stop it. */
export function RunProgress({
  label,
  unit: [one, many],
  stop,
  progress: { done, total },
  onStop,
}: {
  label: string;
  unit: [string, string];
  stop: string;
  progress: Progress;
  onStop: () => void;
}) {
  return (
    <View className="gap-3">
      <Text look="body">{total > 0 ? `${figure(done)} of ${counted(total, one, many)}` : 'Reading…'}</Text>
      <View
        role="progressbar"
        aria-label={label}
        aria-valuemin={0}
        aria-valuemax={total}
        aria-valuenow={done}
        className="h-3 overflow-hidden rounded-full bg-stem"
      >
        <View className="h-3 bg-fern" style={{ width: `${total > 0 ? (100 * done) / total : 0}%` }} />
      </View>
      <Button label={stop} onPress={onStop} />
    </View>
  );
}

const REFUSALS_SHOWN = 100;

/** What an import did, and each row that it left out or changed, with why. */
export function ImportOutcome({ report }: { report: ImportReport }) {
  const { inserted, updated, skipped, refused, refusedCount, notes } = report;
  const done = [
    inserted > 0 || updated + skipped === 0 ? `${counted(inserted, 'row', 'rows')} added` : '',
    updated > 0 ? `${counted(updated, 'row', 'rows')} updated` : '',
    skipped > 0 ? `${counted(skipped, 'row', 'rows')} skipped` : '',
  ]
    .filter(Boolean)
    .join(', ');
  return (
    <View className="gap-4">
      <View role="status">
        <Text look="title">{`${done}.`}</Text>
      </View>
      {refusedCount > 0 ? (
        <Callout tone="amber">{`${counted(refusedCount, 'value or row', 'values or rows')} did not fit:`}</Callout>
      ) : null}
      {refusedCount > 0 ? (
        <View role="list" aria-label="What did not fit" className="gap-1">
          {refused.slice(0, REFUSALS_SHOWN).map(({ row, reason }, index) => (
            <Text key={index} role="listitem" look="body">{`Row ${row}: ${reason}`}</Text>
          ))}
          {refusedCount > REFUSALS_SHOWN ? (
            <Text look="soft">{`And ${refusedCount - REFUSALS_SHOWN} more.`}</Text>
          ) : null}
        </View>
      ) : null}
      <ImportNotes notes={notes} />
    </View>
  );
}

/** What of a database is not kept as it was. */
export function ImportNotes({ notes }: { notes: readonly string[] }) {
  if (notes.length === 0) return null;
  return (
    <View className="gap-1">
      <Text look="heading">Not quite as it was</Text>
      <View role="list" aria-label="Not quite as it was" className="gap-1">
        {notes.map((note, index) => (
          <Text key={index} role="listitem" look="body">
            {note}
          </Text>
        ))}
      </View>
    </View>
  );
}
