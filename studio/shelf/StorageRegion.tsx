import { useQuery } from '@tanstack/react-query';
import Archive from 'lucide-react-native/icons/archive';
import ArchiveRestore from 'lucide-react-native/icons/archive-restore';
import ShieldCheck from 'lucide-react-native/icons/shield-check';
import { useState } from 'react';
import { View } from 'react-native';
import { describeProblem, ProblemError, toProblem } from '@/core/problem';
import { Button, Callout, Text } from '@/ui';
import type { StorageState } from '@/worker';
import { worker } from '../client';
import { keys, queryClient } from '../queries';
import { size } from '../counted';
import { chooseFile } from '../files';
import { HelpLink } from '../help';
import { askToKeep } from '../keepStorage';
import { useBuild } from '../offline';
import { say, sayProblem } from '../Toasts';
import { MOST_BYTES } from '../transfer';
import { BackUpSheet } from './BackUpSheet';
import { type Backup, RestoreSheet } from './RestoreSheet';

const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeStyle: 'short' });

/** Where all this is stored, how safe it is there, and the way to take all of it away and bring it back. */
export function StorageRegion() {
  const storage = useQuery({ queryKey: keys.storage, queryFn: () => worker().api.storage() });
  const [isBackingUp, setBackingUp] = useState(false);
  const [backup, setBackup] = useState<Backup | null>(null);
  return (
    <View role="region" aria-label="Storage" className="gap-3 border-t border-stem pt-5">
      <Text look="heading">Kept in this browser</Text>
      {storage.error ? <Callout tone="rust">{describeProblem(toProblem(storage.error)).what}</Callout> : null}
      {storage.data ? <StorageFacts state={storage.data} /> : null}
      <HelpLink page="durability" label="How safe it is" />
      <View className="flex-row flex-wrap gap-3">
        <Button icon={Archive} label="Back up the shelf" onPress={() => setBackingUp(true)} />
        <Button icon={ArchiveRestore} label="Bring back a backup" onPress={() => void chooseBackup().then(setBackup)} />
        {storage.data?.isKept === false ? (
          <Button icon={ShieldCheck} label="Ask the browser to keep it" onPress={() => void ask()} />
        ) : null}
      </View>
      {isBackingUp ? <BackUpSheet onClose={() => setBackingUp(false)} /> : null}
      {backup ? <RestoreSheet backup={backup} onClose={() => setBackup(null)} /> : null}
    </View>
  );
}

function StorageFacts({ state: { used, room, isKept, backedUpAt } }: { state: StorageState }) {
  const isStudioKept = useBuild((build) => build.isKept);
  return (
    <View className="gap-1">
      <Text look="body">{`${size(used)} used of ${size(room)}.`}</Text>
      <Text look="body">
        {isKept
          ? 'The browser promises to keep it.'
          : 'The browser does not promise to keep it: it may clear everything when the device runs short of space.'}
      </Text>
      <Text look="body">{backedUpAt ? `Last backed up ${day.format(new Date(backedUpAt))}.` : 'Never backed up.'}</Text>
      <Text look="body">
        {isStudioKept
          ? 'Fern Shelf itself is kept here too: it opens and works without a network.'
          : 'Fern Shelf itself is not kept here yet: without a network it does not open.'}
      </Text>
    </View>
  );
}

async function ask(): Promise<void> {
  const isKept = await askToKeep().catch(() => false);
  await queryClient.invalidateQueries({ queryKey: keys.storage });
  if (isKept) say({ text: 'The browser promises to keep what is stored here.', tone: 'done' });
  else
    say({
      text: [
        'The browser did not promise it. Browsers do so for sites that are',
        'installed, bookmarked or much used. A backup is safe in any case.',
      ].join(' '),
      tone: 'problem',
    });
}

const chooseBackup = (): Promise<Backup | null> =>
  chooseFile(['.zip', 'application/zip']).then((file) => file && readBackup(file));

/** What a backup of the shelf holds; a problem is said in words. */
export async function readBackup(file: File): Promise<Backup | null> {
  try {
    if (file.size > MOST_BYTES)
      throw new ProblemError({ code: 'file-too-large', name: file.name, size: file.size, most: MOST_BYTES });
    return await worker().api.inspectBackup(new Uint8Array(await file.arrayBuffer()));
  } catch (error) {
    sayProblem(error);
    return null;
  }
}
