import { useState } from 'react';
import { View } from 'react-native';
import { describeProblem, toProblem } from '@/core/problem';
import { type KitBackup, useKit } from '../base/context';
import { ActionButton } from '../base/parts';
import { Text } from '../base/Text';
import { ActionSheet } from '../rows/ActionSheet';

/** Shares all that is stored as a file, and reads such a file back. */
export function BackupSection({ backup }: { backup: KitBackup }) {
  const { app } = useKit();
  const [busy, setBusy] = useState(false);
  const [asking, setAsking] = useState(false);
  const [said, setSaid] = useState<{ text: string; isProblem: boolean } | null>(null);
  const run = async (work: () => Promise<string | null>) => {
    setBusy(true);
    setSaid(null);
    try {
      const text = await work();
      if (text !== null) setSaid({ text, isProblem: false });
    } catch (error) {
      const { what, kept, todo } = describeProblem(toProblem(error));
      setSaid({ text: `${what} ${kept} ${todo}`, isProblem: true });
    } finally {
      setBusy(false);
    }
  };
  const share = () => run(() => backup.share().then(() => null));
  const restore = () =>
    run(async () => ((await backup.restore()) === null ? null : 'What the backup holds is stored now.'));
  return (
    <View role="region" aria-label="Backup" className="gap-2">
      <Text className="font-medium text-[15px] text-app-ink">Backup</Text>
      <Text className="font-sans text-[15px] leading-5 text-app-soft">
        {`All that is stored, as one file${app.people ? ', of everybody who signs in here' : ''}. Whoever has it can read it.`}
      </Text>
      <View className="flex-row flex-wrap gap-2">
        <ActionButton kind="plain" label="Share a backup" disabled={busy} onPress={() => void share()} />
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
      {asking ? (
        <ActionSheet
          title="Put a backup in place of all that is stored?"
          onClose={() => setAsking(false)}
          actions={[
            { label: 'Choose the backup', danger: true, onPress: () => void restore() },
            { label: 'Keep what is stored', onPress: () => undefined },
          ]}
        />
      ) : null}
    </View>
  );
}
