import { useState } from 'react';
import { View } from 'react-native';
import { Button, Callout, Sheet, Text } from '@/ui';
import type { WorkerApi } from '@/worker';
import { worker } from '../client';
import { counted, size } from '../counted';
import { downloadFile } from '../files';
import { RunProgress, useRunning } from '../transfer';

type Packed = Awaited<ReturnType<WorkerApi['backUp']>>;

/** Packs the shelf into one file for the browser's downloads. */
export function BackUpSheet({ onClose }: { onClose: () => void }) {
  const { run, progress, problem } = useRunning();
  const [packed, setPacked] = useState<Packed | null>(null);
  const start = async () => {
    const made = await run((api) => api.backUp());
    if (!made) return;
    downloadFile(`fern-shelf-${new Date().toLocaleDateString('sv-SE')}.zip`, made.file, 'application/zip');
    setPacked(made);
  };
  const leave = () => {
    if (progress) void worker().api.cancelImport();
    onClose();
  };
  return (
    <Sheet
      title="Back up the shelf"
      onClose={leave}
      foot={
        packed ? (
          <Button kind="main" label="Done" onPress={onClose} />
        ) : (
          <Button kind="main" label="Make the backup" disabled={progress !== null} onPress={() => void start()} />
        )
      }
    >
      {problem ? <Callout tone="rust">{problem}</Callout> : null}
      {progress ? (
        <RunProgress
          label="Backup"
          unit={['app', 'apps']}
          stop="Stop the backup"
          progress={progress}
          onStop={() => void worker().api.cancelImport()}
        />
      ) : null}
      {packed ? (
        <PackedWords packed={packed} />
      ) : (
        <Text look="body">
          One file with every app on the shelf: plan, rows, pictures, and the history as far as it is kept. It is a ZIP
          file; each app’s database in it is a SQLite file. Removed apps are left out.
        </Text>
      )}
    </Sheet>
  );
}

function PackedWords({ packed: { file, left } }: { packed: Packed }) {
  return (
    <>
      <View role="status">
        <Text look="title">{`The backup is in your downloads, ${size(file.length)}.`}</Text>
      </View>
      {left.length > 0 ? (
        <Callout tone="rust">
          {[
            [
              `${counted(left.length, 'app', 'apps')} could not be`,
              `read and ${left.length === 1 ? 'is' : 'are'} not in it:`,
            ].join(' '),
            ...left.map(({ name, reason }) => `${name}: ${reason}`),
          ].join('\n')}
        </Callout>
      ) : null}
    </>
  );
}
