import { useState } from 'react';
import { ActivityIndicator, View } from 'react-native';
import { describeProblem, toProblem } from '@/core/problem';
import { Button, Callout, ChoiceField, color, Sheet, Text } from '@/ui';
import type { BackupApp, BackupChoice, Restored, WorkerApi } from '@/worker';
import { worker } from '../client';
import { counted } from '../counted';

export type Backup = Awaited<ReturnType<WorkerApi['inspectBackup']>>;

const moment = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

/** What a backup holds, and what is to be done with each app of it. */
export function RestoreSheet({ backup: { at, apps }, onClose }: { backup: Backup; onClose: () => void }) {
  // What is missing here comes back; what is here stays as it is until one says otherwise.
  const [choices, setChoices] = useState<BackupChoice[]>(() =>
    apps.map(({ isThere, isWhole }) => (isThere || !isWhole ? 'leave' : 'copy')),
  );
  const [isBusy, setBusy] = useState(false);
  const [restored, setRestored] = useState<Restored | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const chosen = choices.filter((choice) => choice !== 'leave').length;
  const bringBack = async () => {
    setBusy(true);
    setProblem(null);
    try {
      setRestored(await worker().api.restoreBackup(choices));
    } catch (error) {
      const { what, kept, todo } = describeProblem(toProblem(error));
      setProblem(`${what} ${kept} ${todo}`);
    }
    setBusy(false);
  };
  if (restored) {
    return (
      <Sheet title="Brought back" onClose={onClose} foot={<Button kind="main" label="Done" onPress={onClose} />}>
        <RestoredWords restored={restored} />
      </Sheet>
    );
  }
  return (
    <Sheet
      title={`Backup of ${moment.format(new Date(at))}`}
      onClose={onClose}
      foot={
        <Button
          kind="main"
          label={`Bring back ${counted(chosen, 'app', 'apps')}`}
          disabled={isBusy || chosen === 0}
          onPress={() => void bringBack()}
        />
      }
    >
      {problem ? <Callout tone="rust">{problem}</Callout> : null}
      {isBusy ? <ActivityIndicator aria-label="Bringing back" color={color('fern')} /> : null}
      {apps.length === 0 ? <Text look="body">There is no app in this backup.</Text> : null}
      <View role="list" aria-label="Apps of the backup" className="gap-5">
        {apps.map((app, index) => (
          <BackupItem
            key={index}
            app={app}
            choice={choices[index] ?? 'leave'}
            onChoose={(choice) => setChoices((now) => now.map((each, place) => (place === index ? choice : each)))}
          />
        ))}
      </View>
    </Sheet>
  );
}

function BackupItem({
  app: { name, tables, rows, lastEdit, isThere, isWhole },
  choice,
  onChoose,
}: {
  app: BackupApp;
  choice: BackupChoice;
  onChoose: (choice: BackupChoice) => void;
}) {
  const leave = { value: 'leave' as const, label: 'Leave it out' };
  const choices = isThere
    ? [
        leave,
        { value: 'copy' as const, label: 'As a copy' },
        { value: 'replace' as const, label: 'In place of the one here' },
      ]
    : [leave, { value: 'copy' as const, label: 'Bring it back' }];
  return (
    <View role="listitem" className="gap-2 border-b border-stem pb-5">
      {isWhole ? (
        <ChoiceField label={name} choices={choices} value={choice} onChange={onChoose} />
      ) : (
        <Callout tone="rust">{`${name}: its files in the backup are damaged, so it cannot be brought back.`}</Callout>
      )}
      <Text look="soft">
        {[
          `${counted(tables, 'table', 'tables')}, ${counted(rows, 'row', 'rows')}, edited`,
          `${moment.format(new Date(lastEdit))}.${isThere ? ' It is on the shelf, too.' : ''}`,
        ].join(' ')}
      </Text>
      {choice === 'replace' ? (
        <Text look="soft">The one here is kept for seven days among the removed ones.</Text>
      ) : null}
    </View>
  );
}

function RestoredWords({ restored: { apps, refused } }: { restored: Restored }) {
  return (
    <>
      <View role="status">
        <Text look="title">
          {apps.length === 0 ? 'No app was brought back.' : `On the shelf: ${apps.map(({ name }) => name).join(', ')}.`}
        </Text>
      </View>
      {refused.length > 0 ? (
        <Callout tone="rust">
          {[
            'Not brought back; nothing of these was written:',
            ...refused.map(({ name, reason }) => `${name}: ${reason}`),
          ].join('\n')}
        </Callout>
      ) : null}
      {apps.some(({ mends }) => mends.length > 0) ? (
        <Callout tone="amber">
          {[
            [
              'Something in a plan broke a limit and was mended; such',
              'an app starts without its history. No row was touched.',
            ].join(' '),
            ...apps.flatMap(({ name, mends }) => mends.map((mend) => `${name}: ${mend}.`)),
          ].join('\n')}
        </Callout>
      ) : null}
    </>
  );
}
