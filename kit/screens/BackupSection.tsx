import { useState } from 'react';
import { View } from 'react-native';
import { describeProblem, toProblem } from '@/core/problem';
import { type KitBackup, useKit } from '../base/context';
import { ActionButton } from '../base/parts';
import { Text } from '../base/Text';
import { ActionSheet } from '../rows/ActionSheet';

/** Backups under way: what is done with one, and what came of it. */
export function useBackups(backup: KitBackup | null) {
  const [busy, setBusy] = useState(false);
  const [asking, setAsking] = useState(false);
  const [said, setSaid] = useState<{ text: string; isProblem: boolean } | null>(null);
  const run = async (work: (backup: KitBackup) => Promise<string | null>) => {
    if (!backup) return;
    setBusy(true);
    setSaid(null);
    try {
      const text = await work(backup);
      if (text !== null) setSaid({ text, isProblem: false });
    } catch (error) {
      const { what, kept, todo } = describeProblem(toProblem(error));
      setSaid({ text: `${what} ${kept} ${todo}`, isProblem: true });
    } finally {
      setBusy(false);
    }
  };
  const share = () => void run((one) => one.share().then(() => null));
  const restore = () =>
    void run(async (one) => ((await one.restore()) === null ? null : 'What the backup holds is stored now.'));
  return { busy, said, share, restore, asking, setAsking };
}

type Backups = ReturnType<typeof useBackups>;

/** Shares all that is stored as a file, and reads such a file back. */
export function BackupSection({ busy, said, share, setAsking }: Backups) {
  const { app } = useKit();
  return (
    <View role="region" aria-label="Backup" className="gap-2">
      <Text className="font-medium text-[15px] text-app-ink">Backup</Text>
      <Text className="font-sans text-[15px] leading-5 text-app-soft">
        {`All that is stored, as one file${app.people ? ', of everybody who signs in here' : ''}. Whoever has it can read it.`}
      </Text>
      <View className="flex-row flex-wrap gap-2">
        <ActionButton kind="plain" label="Share a backup" disabled={busy} onPress={share} />
        <ActionButton kind="plain" label="Read a backup back" disabled={busy} onPress={() => setAsking(true)} />
      </View>
      {said ? (
        <Text
          role={said.isProblem ? 'alert' : 'status'}
          className={`font-sans text-[15px] leading-5 ${said.isProblem ? 'text-app-danger' : 'text-app-ink'}`}
        >
          {said.text}
        </Text>
      ) : null}
    </View>
  );
}

/** Asked before anything is replaced; it lies over the whole screen, so it stands outside of what scrolls. */
export function BackupQuestion({ asking, setAsking, restore }: Backups) {
  if (!asking) return null;
  return (
    <ActionSheet
      title="Put a backup in place of all that is stored?"
      onClose={() => setAsking(false)}
      actions={[{ label: 'Choose the backup', danger: true, onPress: restore }]}
    />
  );
}
