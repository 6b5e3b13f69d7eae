import { useState } from 'react';
import { Button, ChoiceField, Sheet, Text, TextField } from '@/ui';
import type { PhoneSource } from '@/worker';
import { queryClient } from '../../queries';
import { chooseFile } from '../../files';
import { useAct, useApp } from '../../useApp';
import { keepPulled, phonesKey } from '../../workspace/pulled';

type Made = Extract<PhoneSource, string> | 'file';

const sources: { value: Made; label: string; name: string }[] = [
  { value: 'starting', label: 'The starting rows', name: 'Just installed' },
  { value: 'bench', label: 'The rows of the bench phone', name: 'As on the bench' },
  { value: 'difficult', label: 'Difficult rows', name: 'Difficult' },
  { value: 'file', label: 'A database file', name: '' },
];

const help: Record<Made, string> = {
  starting: 'As a phone has it on which the release was just installed.',
  bench: 'The rows of now, as far as the release has room for them, with what later edits took away.',
  difficult: 'Blanks, extremes, repeated values, long and foreign texts.',
  file: 'Off a real phone. It says itself which release it has; a copy is kept, the file stays as it is.',
};

/** Keeps a phone at a release. */
export function KeepPhoneSheet({ releaseId, onClose }: { releaseId: string; onClose: () => void }) {
  const { appId, state } = useApp();
  const act = useAct();
  const [source, setSource] = useState<Made>('starting');
  const [typed, setTyped] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const name = typed ?? sources.find(({ value }) => value === source)?.name ?? '';
  const keep = async () => {
    setBusy(true);
    const done = await (source === 'file' ? pull() : act((api) => api.keepPhone(appId, releaseId, source, name)));
    setBusy(false);
    if (!done) return;
    await queryClient.invalidateQueries({ queryKey: phonesKey(appId) });
    onClose();
  };
  const pull = async () => {
    const file = await chooseFile('*/*');
    return file && keepPulled(appId, state.releases, file, true);
  };
  return (
    <Sheet
      title="Keep a phone"
      onClose={onClose}
      foot={
        <Button
          kind="main"
          label={source === 'file' ? 'Choose the file' : 'Keep it'}
          disabled={isBusy || (source !== 'file' && name.trim() === '')}
          onPress={() => void keep()}
        />
      }
    >
      <ChoiceField label="It begins with" choices={sources} value={source} onChange={setSource} />
      <Text look="soft">{help[source]}</Text>
      {source === 'file' ? null : <TextField label="Name" most={80} value={name} onChangeText={setTyped} />}
    </Sheet>
  );
}
