import { useQuery } from '@tanstack/react-query';
import { type Href, useRouter } from 'expo-router';
import Footprints from 'lucide-react-native/icons/footprints';
import FolderInput from 'lucide-react-native/icons/folder-input';
import Moon from 'lucide-react-native/icons/moon';
import Plus from 'lucide-react-native/icons/plus';
import Sun from 'lucide-react-native/icons/sun';
import Table2 from 'lucide-react-native/icons/table-2';
import Undo2 from 'lucide-react-native/icons/undo-2';
import { useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { MOST_NAME } from '@/core/model';
import { describeProblem, toProblem } from '@/core/problem';
import { Button, Callout, IconButton, Sheet, Text, TextField, useColorScheme } from '@/ui';
import type { AppSummary } from '@/worker';
import { worker } from '../client';
import { keys } from '../queries';
import { isClipping } from '../clip/useClip';
import { chooseFile } from '../files';
import { askToKeepOnce } from '../keepStorage';
import { say, sayProblem } from '../Toasts';
import { FileDrop } from '../FileDrop';
import { useHelp } from '../help';
import { Later, laterPart, laterParts } from '../later';
import { type ChosenFile, chooseImport, readImport } from '../transfer';
import { beginWalk, WalkUp } from '../walk';
import { AppList } from './AppList';
import { AppPlate } from './AppPlate';
import type { BrokenFile } from './MendSheet';
import { NewAppSheet } from './NewAppSheet';
import { ShelfKeys } from './ShelfKeys';
import type { Backup } from './RestoreSheet';
import { readBackup, StorageRegion } from './StorageRegion';
import { Welcome } from './Welcome';

const HelpSheet = laterPart('HelpSheet');
const ImportSheet = laterPart('ImportSheet');
const MendSheet = laterPart('MendSheet');
const RestoreSheet = laterPart('RestoreSheet');

/** The home screen: all apps of this developer. */
export function ShelfPlace() {
  const router = useRouter();
  const { scheme, toggle } = useColorScheme();
  const apps = useQuery({ queryKey: keys.apps, queryFn: () => worker().api.apps() });
  const isHelping = useHelp(({ open }) => open !== null);
  const [beginning, setBeginning] = useState(false);
  const [making, setMaking] = useState(false);
  const [incoming, setIncoming] = useState<ChosenFile | null>(null);
  const [backup, setBackup] = useState<Backup | null>(null);
  const [broken, setBroken] = useState<BrokenFile | null>(null);
  const [renaming, setRenaming] = useState<AppSummary | null>(null);

  const onShelf = (apps.data ?? []).filter(({ removedAt }) => !removedAt);
  const removed = (apps.data ?? []).filter(({ removedAt }) => removedAt);
  const act = (work: Promise<unknown>) => void work.catch(sayProblem);
  // Then the way to begin is the one that is meant.
  const isEmpty = apps.data !== undefined && onShelf.length === 0;

  const isIn = ({ name }: AppSummary) => {
    setBroken(null);
    void askToKeepOnce().catch(() => undefined);
    say({ text: `${name} is on the shelf.`, tone: 'done' });
  };
  const bringIn = async (file: File | null) => {
    const text = await file?.text();
    if (text === undefined) return;
    try {
      isIn(await worker().api.importApp(text));
    } catch (error) {
      const mends = await worker()
        .api.appFileMends(text)
        .catch(() => []);
      if (mends.length === 0) throw error;
      setBroken({ text, fault: describeProblem(toProblem(error)).what, mends });
    }
  };
  /** A file that comes by itself: an app is put on the shelf, a backup is looked into, rows are imported. */
  const take = async (file: File) => {
    if (isClipping(await file.slice(0, 200).text())) {
      const { appId } = await (await laterParts()).startWithClipping(await file.text());
      return router.push(`/apps/${appId}/plan`);
    }
    if (/\.zip$/i.test(file.name)) return setBackup(await readBackup(file));
    const isApp = /\.json$/i.test(file.name) && (await worker().api.isAppFile(await file.text()));
    return isApp ? bringIn(file) : setIncoming(await readImport(file));
  };
  const openFile = () => act(chooseFile('application/json').then(bringIn));
  const importData = () => act(chooseImport().then(setIncoming));
  const remove = async ({ id, name }: AppSummary) => {
    await worker().api.removeApp(id);
    say({
      text: `Removed ${name}.`,
      tone: 'done',
      action: { label: 'Undo', onPress: () => act(worker().api.bringBackApp(id)) },
    });
  };

  return (
    <View className="flex-1">
      <ScrollView
        className="flex-1 bg-paper"
        contentContainerClassName="w-full max-w-[1080px] self-center px-5 pb-24 pt-6 gap-6"
      >
        <View role="banner" className="flex-row items-start justify-between">
          <View className="flex-1 gap-1">
            <Text look="display">Fern Shelf</Text>
            <Text look="soft">Phone apps that keep records, running on a real database as you plan them.</Text>
          </View>
          <IconButton
            icon={scheme === 'dark' ? Sun : Moon}
            label={scheme === 'dark' ? 'Use light colours' : 'Use dark colours'}
            onPress={toggle}
          />
        </View>
        <View className="flex-row flex-wrap gap-3">
          <Button kind={isEmpty ? 'plain' : 'main'} icon={Plus} label="New app" onPress={() => setMaking(true)} />
          <Button icon={FolderInput} label="Open app file" onPress={openFile} />
          <Button icon={Table2} label="Import data" onPress={importData} />
        </View>
        {apps.error ? <Callout tone="rust">{describeProblem(toProblem(apps.error)).what}</Callout> : null}
        {isEmpty || beginning ? (
          <Welcome
            onDemo={() => router.push('/demo')}
            onStarted={(started) => {
              beginWalk(started);
              router.push(`/apps/${started.appId}/tables/${started.tableId}`);
            }}
          />
        ) : null}
        <WalkUp appIds={onShelf.map(({ id }) => id)} onGo={(path) => router.push(path as Href)} />
        <AppList
          apps={onShelf}
          render={(app) => (
            <AppPlate
              key={app.id}
              app={app}
              onOpen={() => router.push(`/apps/${app.id}/plan`)}
              onRename={() => setRenaming(app)}
              onDuplicate={() => act(worker().api.duplicateApp(app.id))}
              onRemove={() => act(remove(app))}
            />
          )}
        />
        {removed.length > 0 ? (
          <View className="gap-2 border-t border-stem pt-4">
            <Text look="soft">Removed, and kept for seven days:</Text>
            {removed.map(({ id, name }) => (
              <View key={id} className="flex-row">
                <Button icon={Undo2} label={`Bring back ${name}`} onPress={() => act(worker().api.bringBackApp(id))} />
              </View>
            ))}
          </View>
        ) : null}
        <StorageRegion />
        {isEmpty || beginning ? null : (
          <View className="flex-row">
            <Button
              kind="quiet"
              icon={Footprints}
              label="Take the first walk, in five steps"
              onPress={() => setBeginning(true)}
            />
          </View>
        )}
        <Pressable
          role="link"
          onPress={() => router.push('/notices')}
          className="min-h-[44px] justify-center self-start hover:opacity-80"
        >
          <Text look="soft" className="underline">
            What Fern Shelf is made with
          </Text>
        </Pressable>
        {backup ? (
          <Later>
            <RestoreSheet backup={backup} onClose={() => setBackup(null)} />
          </Later>
        ) : null}
        {broken ? (
          <Later>
            <MendSheet file={broken} onClose={() => setBroken(null)} onMade={isIn} />
          </Later>
        ) : null}
        {incoming ? (
          <Later>
            <ImportSheet
              chosen={incoming}
              into={null}
              onClose={() => setIncoming(null)}
              onMade={({ id }) => router.push(`/apps/${id}/plan`)}
            />
          </Later>
        ) : null}
        {isHelping ? (
          <Later>
            <HelpSheet />
          </Later>
        ) : null}
        {making ? (
          <NewAppSheet onClose={() => setMaking(false)} onMade={({ id }) => router.push(`/apps/${id}/plan`)} />
        ) : null}
        {renaming ? <RenameSheet app={renaming} onClose={() => setRenaming(null)} /> : null}
      </ScrollView>
      <ShelfKeys onNew={() => setMaking(true)} onOpen={openFile} onImport={importData} />
      <FileDrop words="Drop it: an app goes on the shelf, rows become one" onFile={(file) => act(take(file))} />
    </View>
  );
}

function RenameSheet({ app, onClose }: { app: AppSummary; onClose: () => void }) {
  const [name, setName] = useState(app.name);
  const [fault, setFault] = useState<string | null>(null);
  const rename = async () => {
    try {
      await worker().api.renameApp(app.id, name);
      onClose();
    } catch (error) {
      setFault(describeProblem(toProblem(error)).what);
    }
  };
  return (
    <Sheet
      title={`Rename ${app.name}`}
      onClose={onClose}
      foot={<Button kind="main" label="Rename" onPress={() => void rename()} />}
    >
      <TextField
        most={MOST_NAME}
        label="Name"
        value={name}
        onChangeText={setName}
        onSubmitEditing={() => void rename()}
        fault={fault}
        autoFocus
      />
    </Sheet>
  );
}
