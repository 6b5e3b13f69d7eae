import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import { MOST_NOTES, type NextRelease, versionFault } from '@/core/release';
import { Button, Sheet, Text, TextField } from '@/ui';
import { useOpen } from '../../address';
import { worker } from '../../client';
import { useAct, useApp } from '../../useApp';
import { useSayDone } from '../../useSayDone';
import { Differences } from './Differences';
import { RehearsedNote } from './RehearsedNote';

/** Freezes the app as it is: its version, what its schema is numbered, and notes that are written from what changed. */
export function ReleaseSheet({ onClose }: { onClose: () => void }) {
  const { appId, state } = useApp();
  const next = useQuery({
    queryKey: ['next-release', appId, state.definition, state.upgrade, state.releases.length],
    queryFn: () => worker().api.nextRelease(appId),
    gcTime: 0,
    staleTime: Infinity,
  });
  return next.data ? <Asked key={next.data.version} next={next.data} onClose={onClose} /> : null;
}

const faults = {
  taken: 'There is a release of this version.',
  lower: 'This comes before the last release.',
  unreadable: 'Three numbers with dots between them: 1.2.0',
} as const;

function Asked({ next, onClose }: { next: NextRelease; onClose: () => void }) {
  const { state } = useApp();
  const act = useAct();
  const sayDone = useSayDone();
  const { open } = useOpen();
  const [version, setVersion] = useState(next.version);
  const [notes, setNotes] = useState(next.notes);
  const [isBusy, setBusy] = useState(false);
  const fault = versionFault(state.releases, version.trim());
  const release = async () => {
    setBusy(true);
    const done = await act((api, appId) => api.release(appId, { version: version.trim(), notes: notes.trim() }));
    setBusy(false);
    if (!done) return;
    onClose();
    const made = done.releases.at(-1);
    if (made) open({ room: 'releases', id: made.id });
    sayDone(`Released ${version.trim()}.`, done);
  };
  return (
    <Sheet
      title="Release this app"
      onClose={onClose}
      foot={
        <Button
          kind="main"
          label={`Release ${version.trim()}`}
          disabled={fault !== null || notes.length > MOST_NOTES || isBusy}
          onPress={() => void release()}
        />
      }
    >
      <TextField
        label="Version"
        value={version}
        onChangeText={setVersion}
        fault={fault && faults[fault]}
        help={schemaWords(next, state.releases.at(-1)?.schema)}
      />
      <RehearsedNote rehearsed={state.rehearsed} />
      <TextField label="Notes" multiline numberOfLines={5} most={MOST_NOTES} value={notes} onChangeText={setNotes} />
      {state.releases.length > 0 ? (
        <View className="gap-2">
          <Text look="strong">{`What changed since ${state.releases.at(-1)?.version ?? ''}`}</Text>
          <Differences differences={next.differences} />
        </View>
      ) : null}
    </Sheet>
  );
}

function schemaWords({ schema }: NextRelease, last: number | undefined): string {
  if (last === undefined) return 'The first: its schema is numbered 1.';
  return schema === last
    ? `The schema is still ${schema}: databases of the last release fit.`
    : `The schema becomes ${schema}: databases of the last release are upgraded.`;
}
