import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import Copy from 'lucide-react-native/icons/copy';
import MousePointerClick from 'lucide-react-native/icons/mouse-pointer-click';
import Smartphone from 'lucide-react-native/icons/smartphone';
import { useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { ScrollView, View } from 'react-native';
import { canCopyParts } from '@/core/edit';
import type { Screen, Table } from '@/core/model';
import { screenPaths, screensOf } from '@/core/plan';
import { Button, Callout, IconButton, Text, useWide } from '@/ui';
import { CodeLink } from '../code';
import { newId } from '../newId';
import { PausedTextField } from '../PausedTextField';
import { say } from '../Toasts';
import { useAct, useApp, useEdit } from '../useApp';
import { CopyPartsSheet } from './CopyPartsSheet';
import { forgetPick, openScreen, showInPhone, useChange, usePicking, useScreensView } from './view';
import { screenFacts, studioScreenOf } from './kinds';

/** One screen: what it is called, what can be done with it, and the editor of its kind. */
export function ScreenEditor({ screen }: { screen: Screen }) {
  const { appId, state } = useApp();
  const { definition } = state;
  const wide = useWide();
  const router = useRouter();
  const edit = useEdit();
  const change = useChange(screen);
  const { picking } = usePicking();
  const picks = useScreensView((view) => view.picks);
  useEffect(forgetPick, [picks]);
  const [copying, setCopying] = useState(false);
  const isStart = screensOf(definition).startId === screen.id;
  const table = 'tableId' in screen ? definition.tables.find(({ id }) => id === screen.tableId) : undefined;
  const show = async () => {
    await showInPhone(appId, definition, screen.id);
    if (!wide) router.replace(`/apps/${appId}/run`);
  };
  const duplicate = () => {
    const copyId = newId();
    edit.mutate(
      { edit: { kind: 'duplicateScreen', screenId: screen.id, copyId } },
      { onSuccess: () => openScreen(copyId) },
    );
  };
  return (
    <ScrollView contentContainerClassName="gap-6 p-5 pb-24 lg:px-8">
      <View className="flex-row items-start gap-1">
        <IconButton icon={ArrowLeft} label="All screens" onPress={() => openScreen(null)} />
        <View className="flex-1 gap-1 pt-1">
          <Text look="display">{screen.name}</Text>
          <Text look="soft">
            {screenFacts(screen, (id) => definition.tables.find((each) => each.id === id)?.name ?? '')}
            {isStart ? '. The app starts here' : ''}
          </Text>
        </View>
      </View>
      <View className="flex-row flex-wrap gap-3">
        <Button icon={Smartphone} label="Show in the phone" onPress={() => void show()} />
        <Button
          icon={MousePointerClick}
          label={picking ? 'Stop choosing in the phone' : 'Choose a part in the phone'}
          onPress={() => {
            usePicking.setState({ picking: !picking });
            if (!wide && !picking) void show();
          }}
        />
        <Button icon={Copy} label="Duplicate" onPress={duplicate} />
        {canCopyParts(screen.kind) ? <Button label="Copy parts here" onPress={() => setCopying(true)} /> : null}
        <CodeLink of={screen.id} />
        {isStart ? null : <RemoveScreen screen={screen} />}
      </View>
      <View className="max-w-[640px]">
        <PausedTextField
          label="Name"
          maxLength={80}
          value={screen.name}
          onChange={(name) => change((draft) => void (draft.name = name))}
        />
      </View>
      <Editor key={picks} screen={screen} table={table} />
      {copying ? <CopyPartsSheet screen={screen} onClose={() => setCopying(false)} /> : null}
    </ScrollView>
  );
}

function Editor({ screen, table }: { screen: Screen; table: Table | undefined }) {
  const { Editor: OfKind, suits } = studioScreenOf(screen.kind);
  return suits === null || table || !('tableId' in screen) ? <OfKind screen={screen} table={table as Table} /> : null;
}

/** Removing first says which ways lead here, then does it, with undo. */
function RemoveScreen({ screen }: { screen: Screen }) {
  const { appId, state } = useApp();
  const edit = useEdit();
  const act = useAct();
  const [asked, setAsked] = useState(false);
  const { list } = screensOf(state.definition);
  const ways = screenPaths(state.definition).filter(({ to, from }) => to === screen.id && from !== screen.id);
  const nameOf = (id: string) => list.find((each) => each.id === id)?.name ?? '';
  const remove = () =>
    edit.mutate(
      { edit: { kind: 'removeScreen', screenId: screen.id } },
      {
        onSuccess: () => {
          openScreen(null);
          say({
            text: `Removed ${screen.name}.`,
            tone: 'done',
            action: { label: 'Undo', onPress: () => void act((api) => api.undo(appId)) },
          });
        },
      },
    );
  if (!asked) return <Button kind="danger" label="Remove screen" onPress={() => setAsked(true)} />;
  return (
    <View className="w-full max-w-[640px] gap-3">
      <Callout tone="amber">
        {ways.length === 0
          ? 'No way leads here.'
          : `These ways lead here and go too: ${ways.map(({ from, by }) => `${nameOf(from)}, ${by}`).join('; ')}.`}
      </Callout>
      <View className="flex-row flex-wrap gap-3">
        <Button label="Keep it" onPress={() => setAsked(false)} />
        <Button kind="danger" label={`Remove ${screen.name}`} disabled={edit.isPending} onPress={remove} />
      </View>
    </View>
  );
}
