import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import Layers from 'lucide-react-native/icons/layers';
import FileCode from 'lucide-react-native/icons/file-code';
import MousePointerClick from 'lucide-react-native/icons/mouse-pointer-click';
import Smartphone from 'lucide-react-native/icons/smartphone';
import Trash from 'lucide-react-native/icons/trash';
import { useEffect } from 'react';
import { ScrollView, View } from 'react-native';
import { canCopyParts } from '@/core/edit';
import type { Screen, Table } from '@/core/model';
import { screenPaths, screensOf } from '@/core/plan';
import { Button, Callout, IconButton, Text, Toolbar, useWide } from '@/ui';
import { useOpen } from '../address';
import { afterPaint } from '../afterPaint';
import { pasteTool, useClipTools } from '../clip';
import { useReadCode } from '../code';
import { useBench } from '../client';
import { PausedTextField } from '../PausedTextField';
import { useApp } from '../useApp';
import { useRemoval } from '../useRemoval';
import { useStateOf } from '../useStateOf';
import { useTopOf } from '../useTopOf';
import { CopyPartsSheet } from './CopyPartsSheet';
import { showInPhone, useChange, usePicking } from './view';
import { screenFacts, studioScreenOf } from './kinds';

/**
 * One screen: what it is called, what can be done with it, and the editor of its kind. It stays for the next screen of
 * that kind.
 */
export function ScreenEditor({ screen }: { screen: Screen }) {
  const { appId, state } = useApp();
  const { definition } = state;
  const wide = useWide();
  const { open, leave } = useOpen();
  const readCode = useReadCode();
  const change = useChange(screen);
  const { picking } = usePicking();
  const clipTools = useClipTools({ kind: 'screen', id: screen.id });
  const scroll = useTopOf(screen.id);
  const [copying, setCopying] = useStateOf(screen.id, false);
  // Beside its editor a screen is what the phone shows; where the phone is there already, with whichever record, it stays.
  useEffect(() => {
    if (!wide || useBench.getState().way.at(-1)?.screenId === screen.id) return;
    return afterPaint(() => void showInPhone(appId, definition, screen.id));
    // Only by opening it: what is edited afterwards moves the phone nowhere.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [appId, screen.id, wide]);
  const [removing, setRemoving] = useStateOf(screen.id, false);
  const isStart = screensOf(definition).startId === screen.id;
  const table = 'tableId' in screen ? definition.tables.find(({ id }) => id === screen.tableId) : undefined;
  const show = async () => {
    await showInPhone(appId, definition, screen.id);
    if (!wide) open({ room: 'run' });
  };
  return (
    <ScrollView {...scroll} contentContainerClassName="gap-6 p-5 pb-24 lg:px-8">
      <View className="flex-row items-start gap-1">
        {wide ? null : <IconButton icon={ArrowLeft} label="All screens" onPress={() => leave({ room: 'screens' })} />}
        <View className="flex-1 gap-1 pt-1">
          <Text look="display">{screen.name}</Text>
          <Text look="soft">
            {screenFacts(screen, (id) => definition.tables.find((each) => each.id === id)?.name ?? '')}
            {isStart ? '. The app starts here' : ''}
          </Text>
        </View>
      </View>
      <Toolbar
        of={screen.id}
        main={{ icon: Smartphone, label: 'Show in the phone', onPress: () => void show() }}
        tools={[
          {
            icon: MousePointerClick,
            label: picking ? 'Stop choosing in the phone' : 'Choose a part in the phone',
            onPress: () => {
              usePicking.setState({ picking: !picking });
              if (!wide && !picking) void show();
            },
          },
        ]}
        more={[
          ...clipTools,
          pasteTool,
          ...(canCopyParts(screen.kind)
            ? [{ icon: Layers, label: 'Copy parts here', onPress: () => setCopying(true) }]
            : []),
          { icon: FileCode, label: 'Read its code', onPress: () => readCode(screen.id) },
          ...(isStart ? [] : [{ icon: Trash, label: 'Remove screen', danger: true, onPress: () => setRemoving(true) }]),
        ]}
      />
      {removing ? <RemoveScreen key={screen.id} screen={screen} onKept={() => setRemoving(false)} /> : null}
      <View className="max-w-[640px]">
        <PausedTextField
          key={screen.id}
          label="Name"
          maxLength={80}
          value={screen.name}
          onChange={(name) => change((draft) => void (draft.name = name))}
        />
      </View>
      <Editor screen={screen} table={table} />
      {copying ? <CopyPartsSheet key={screen.id} screen={screen} onClose={() => setCopying(false)} /> : null}
    </ScrollView>
  );
}

function Editor({ screen, table }: { screen: Screen; table: Table | undefined }) {
  const { Editor: OfKind, suits } = studioScreenOf(screen.kind);
  if (suits !== null && !table && 'tableId' in screen) return null;
  // Of a list's editor what is above stays for the next list; the others have much of their own.
  return <OfKind key={screen.kind === 'list' ? 'list' : screen.id} screen={screen} table={table as Table} />;
}

/** Removing first says which ways lead here, then does it, with undo. */
function RemoveScreen({ screen, onKept }: { screen: Screen; onKept: () => void }) {
  const { definition } = useApp().state;
  const { remove, isPending } = useRemoval();
  const { list } = screensOf(definition);
  const ways = screenPaths(definition).filter(({ to, from }) => to === screen.id && from !== screen.id);
  const nameOf = (id: string) => list.find((each) => each.id === id)?.name ?? '';
  return (
    <View className="w-full max-w-[640px] gap-3">
      <Callout tone="amber">
        {ways.length === 0
          ? 'No way leads here.'
          : `These ways lead here and go too: ${ways.map(({ from, by }) => `${nameOf(from)}, ${by}`).join('; ')}.`}
      </Callout>
      <View className="flex-row flex-wrap gap-3">
        <Button label="Keep it" onPress={onKept} />
        <Button
          kind="danger"
          label={`Remove ${screen.name}`}
          disabled={isPending}
          onPress={() => remove(screen.name, { kind: 'removeScreen', screenId: screen.id })}
        />
      </View>
    </View>
  );
}
