import { useState } from 'react';
import { Linking, View } from 'react-native';
import { attachmentWords } from '@/core/column';
import type { ColumnOf } from '@/core/model';
import { describeProblem, toProblem } from '@/core/problem';
import { Picture } from '../rows/AttachmentFact';
import { useKit } from '../base/context';
import { ActionButton } from '../base/parts';
import { Text } from '../base/Text';

/** A picture's or a file's field: what is there, and the ways to choose another or none. */
export function AttachmentInput({
  column,
  value,
  onChange,
}: {
  column: ColumnOf<'picture' | 'file'>;
  value: string;
  onChange: (value: string) => void;
}) {
  const { attachments } = useKit();
  const [busy, setBusy] = useState(false);
  const [refused, setRefused] = useState('');
  const [settings, setSettings] = useState(false);
  const isPicture = column.kind === 'picture';
  const choose = async (from: () => Promise<string | null>) => {
    setBusy(true);
    setRefused('');
    setSettings(false);
    try {
      const chosen = await from();
      if (chosen !== null) onChange(chosen);
    } catch (error) {
      const problem = toProblem(error);
      const { what, todo } = describeProblem(problem);
      setRefused(`${what} ${todo}`);
      setSettings(problem.code === 'not-allowed');
    } finally {
      setBusy(false);
    }
  };
  const what = isPicture ? 'picture' : 'file';
  return (
    <View role="group" aria-label={column.name} className="gap-2">
      {value && isPicture ? <Picture uri={value} label={column.name} /> : null}
      {value && !isPicture ? (
        <Text className="font-sans text-[16px] text-app-ink">{attachmentWords(value)}</Text>
      ) : null}
      <View className="flex-row flex-wrap gap-2">
        <ActionButton
          kind="plain"
          label={busy ? 'Reading…' : `${value ? 'Replace' : 'Choose'} ${what}`}
          disabled={busy}
          onPress={() => void choose(isPicture ? attachments.choosePicture : attachments.chooseFile)}
        />
        {isPicture && attachments.takePicture ? (
          <ActionButton
            kind="plain"
            label="Take a picture"
            disabled={busy}
            onPress={() => void choose(attachments.takePicture ?? attachments.choosePicture)}
          />
        ) : null}
        {value ? (
          <ActionButton kind="plain" label={`Remove ${what}`} disabled={busy} onPress={() => onChange('')} />
        ) : null}
      </View>
      {refused ? (
        <Text role="alert" className="font-sans text-[14px] text-app-danger">
          {refused}
        </Text>
      ) : null}
      {settings ? (
        <ActionButton kind="plain" label="Open the settings" onPress={() => void Linking.openSettings()} />
      ) : null}
    </View>
  );
}
