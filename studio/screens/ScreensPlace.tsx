import ListChecks from 'lucide-react-native/icons/list-checks';
import ListTree from 'lucide-react-native/icons/list-tree';
import Palette from 'lucide-react-native/icons/palette';
import PanelBottom from 'lucide-react-native/icons/panel-bottom';
import Plus from 'lucide-react-native/icons/plus';
import { memo, useMemo } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import type { Screen } from '@/core/model';
import { reachable, screenPaths, screensOf } from '@/core/plan';
import type { Kit } from '@/kit';
import { ChoiceField, Text, Toolbar, useWide } from '@/ui';
import { NEW, useAddress, useOpen, useRoom } from '../address';
import { pasteTool } from '../clip';
import { counted } from '../counted';
import { RoutinesSheet } from '../routines';
import { useKitForStudio } from '../run/useKitForStudio';
import { useApp } from '../useApp';
import { AddScreenSheet } from './AddScreenSheet';
import { FrameSheet } from './FrameSheet';
import { LookSheet } from './LookSheet';
import { Miniature } from './Miniature';
import { PathMap } from './PathMap';
import { QueriesSheet } from './QueriesSheet';
import { ScreenEditor } from './ScreenEditor';
import { showInPhone } from './view';
import { kindWords } from './kinds';

/** Every screen of the app, or the one that is open. */
export function ScreensPlace() {
  const { definition } = useApp().state;
  const { room, id } = useAddress();
  const screen = room === 'screens' ? screensOf(definition).list.find((each) => each.id === id) : undefined;
  return screen ? <ScreenEditor key={screen.kind} screen={screen} /> : <AllScreens />;
}

/** In small, and by the ways between them. It stays as it is while one goes from one thing over it to the next. */
const AllScreens = memo(function AllScreens() {
  const { definition } = useApp().state;
  const room = useRoom();
  const { open } = useOpen();
  const wide = useWide();
  const { length } = screensOf(definition).list;
  return (
    <ScrollView contentContainerClassName="gap-6 p-5 pb-24 lg:px-8">
      <View className="flex-row flex-wrap items-end justify-between gap-3">
        <View className="gap-1">
          <Text look="display">Screens</Text>
          <Text look="soft">
            {definition.screens
              ? counted(length, 'screen', 'screens')
              : `${counted(length, 'screen', 'screens')}, made from the plan. Change any of them.`}
          </Text>
        </View>
        <Toolbar
          main={{ icon: Plus, label: 'Add screen', onPress: () => open({ room: 'screens', id: NEW }) }}
          tools={[
            { icon: ListTree, label: 'Queries', onPress: () => open({ room: 'queries' }) },
            { icon: ListChecks, label: 'Routines', onPress: () => open({ room: 'routines' }) },
            ...(wide
              ? []
              : [
                  { icon: PanelBottom, label: 'Start and frame', onPress: () => open({ room: 'frame' }) },
                  { icon: Palette, label: 'Look of the app', onPress: () => open({ room: 'look' }) },
                ]),
          ]}
          more={[pasteTool]}
        />
      </View>
      {wide ? null : (
        <ChoiceField
          label="Show"
          choices={[
            { value: 'screens', label: 'Screens' },
            { value: 'paths', label: 'Paths' },
          ]}
          value={room === 'paths' ? 'paths' : 'screens'}
          onChange={(next) => open({ room: next })}
        />
      )}
      {room === 'paths' ? <PathMap onOpen={(screenId) => open({ room: 'screens', id: screenId })} /> : <Gallery />}
      <OpenOver />
    </ScrollView>
  );
});

/** What is open over the screens. */
function OpenOver() {
  const { room, id } = useAddress();
  const { leave } = useOpen();
  const close = () => leave({ room: 'screens' });
  switch (room) {
    case 'screens':
      return id === NEW ? <AddScreenSheet onClose={close} /> : null;
    case 'frame':
      return <FrameSheet onClose={close} />;
    case 'look':
      return <LookSheet onClose={close} />;
    case 'routines':
      return <RoutinesSheet />;
    case 'queries':
      return <QueriesSheet />;
    default:
      return null;
  }
}

/** The screens in small, those of a table together; those that nobody can come to stand out. */
const Gallery = memo(function Gallery() {
  const { definition } = useApp().state;
  const kit = useKitForStudio();
  const screens = screensOf(definition);
  const found = useMemo(() => reachable(definition), [definition]);
  const paths = useMemo(() => screenPaths(definition), [definition]);
  const groups = useMemo(() => groupsOf(screens.list, definition.tables), [screens.list, definition.tables]);
  return (
    <View className="gap-6">
      {groups.map(({ name, screens: group }) => (
        <View key={name} className="gap-3">
          <Text look="heading" className="text-plum">
            {name}
          </Text>
          <View role="list" aria-label={`Screens of ${name}`} className="flex-row flex-wrap gap-x-5 gap-y-6">
            {group.map((screen) => (
              <Plate
                key={screen.id}
                kit={kit}
                screen={screen}
                isStart={screen.id === screens.startId}
                isLost={!found.has(screen.id)}
                ways={paths.filter(({ to }) => to === screen.id).length}
              />
            ))}
          </View>
        </View>
      ))}
    </View>
  );
});

function groupsOf(
  list: readonly Screen[],
  tables: readonly { id: string; name: string }[],
): { name: string; screens: Screen[] }[] {
  const whole = list.filter((screen) => !('tableId' in screen));
  return [
    { name: 'The whole app', screens: whole },
    ...tables.map(({ id, name }) => ({
      name,
      screens: list.filter((screen) => 'tableId' in screen && screen.tableId === id),
    })),
  ].filter(({ screens }) => screens.length > 0);
}

function Plate({
  kit,
  screen,
  isStart,
  isLost,
  ways,
}: {
  kit: Kit;
  screen: Screen;
  isStart: boolean;
  isLost: boolean;
  ways: number;
}) {
  const { appId, state } = useApp();
  const { open: openAt } = useOpen();
  const open = () => {
    openAt({ room: 'screens', id: screen.id });
    void showInPhone(appId, state.definition, screen.id);
  };
  const told = isStart ? 'Start' : isLost ? 'No way leads here' : counted(ways, 'way in', 'ways in');
  return (
    <View role="listitem" className="w-[150px]">
      <Pressable
        role="button"
        aria-label={`Design ${screen.name}, ${kindWords(screen.kind)}, ${told}`}
        onPress={open}
        className="gap-1.5 hover:opacity-90"
      >
        <View
          className={[
            'self-start overflow-hidden rounded-[18px] border-[5px]',
            isLost ? 'border-amber' : isStart ? 'border-fern' : 'border-bark',
          ].join(' ')}
        >
          <Miniature kit={kit} screen={screen} />
        </View>
        <Text look="strong" numberOfLines={2}>
          {screen.name}
        </Text>
        <Text look="soft" className={isLost ? 'text-amber' : isStart ? 'text-fern' : ''}>
          {kindWords(screen.kind)} · {told}
        </Text>
      </Pressable>
    </View>
  );
}
