import PanelLeftOpen from 'lucide-react-native/icons/panel-left-open';
import PanelRightClose from 'lucide-react-native/icons/panel-right-close';
import PanelRightOpen from 'lucide-react-native/icons/panel-right-open';
import { type ReactNode, useEffect } from 'react';
import { View } from 'react-native';
import { Group, Panel, Separator, usePanelRef } from 'react-resizable-panels';
import { IconButton, PaneRoom, Text } from '@/ui';
import { WalkStrip } from '../walk';
import { HelpButton, useHelp } from '../help';
import { Later, laterPart } from '../later';
import { BenchApp } from '../run/BenchApp';
import { BenchPhone } from '../run/BenchPhone';
import { DeviceBar } from '../run/DeviceBar';
import { DeviceFrame } from '../run/DeviceFrame';
import { RippleLine } from '../run/RippleLine';
import { useApp } from '../useApp';
import { GoToButton } from './GoToButton';
import { HistoryButtons } from './history';
import { ListPane } from './ListPane';
import { News } from './News';
import { keepPane, type PaneId, usePanes } from './panes';
import { PlaceBar } from './PlaceBar';

const FOLDED = 48;

const HelpPane = laterPart('HelpPane');

/** A wide screen: the places, what is in the one that is open, the editor, and the running phone, which nothing covers. */
export function Bench({ children }: { children: ReactNode }) {
  const { state } = useApp();
  const list = usePane('list');
  const phone = usePane('phone');
  const isHelping = useHelp(({ open }) => open !== null);
  // Help stands in the list's place, beside the work: there it is seen.
  useEffect(() => void (isHelping && keepPane('list', { folded: false })), [isHelping]);
  return (
    <View className="flex-1 flex-row bg-paper">
      <PlaceBar />
      <Group
        style={{ flex: 1, minWidth: 0 }}
        onLayoutChanged={(_layout, { isUserInteraction }) => {
          if (!isUserInteraction) return;
          list.keep();
          phone.keep();
        }}
      >
        <Panel {...list.panel} minSize={180} maxSize={420}>
          {isHelping ? (
            <Later>
              <HelpPane />
            </Later>
          ) : list.folded ? (
            <View className="items-center py-2">
              <IconButton icon={PanelLeftOpen} label="Show the list" tone="soft" onPress={list.unfold} />
            </View>
          ) : (
            <ListPane onFold={list.fold} />
          )}
        </Panel>
        <Separator className="pane-edge" aria-label="Width of the list" />
        <Panel id="editor" minSize={420}>
          <View className="h-full min-w-0">
            <News />
            <View role="banner" className="flex-row items-center justify-between border-b border-stem pl-5 pr-2">
              <Text look="heading" numberOfLines={1} className="min-w-0 flex-1 py-2.5">
                {state.definition.name}
              </Text>
              <HelpButton />
              <GoToButton />
              <HistoryButtons />
            </View>
            <View role="main" className="min-h-0 min-w-0 flex-1">
              <PaneRoom>{children}</PaneRoom>
            </View>
            <WalkStrip />
          </View>
        </Panel>
        <Separator className="pane-edge" aria-label="Width of the phone" />
        <Panel {...phone.panel} minSize={330} maxSize={620}>
          {phone.folded ? (
            <View className="items-center py-2">
              <IconButton icon={PanelRightOpen} label="Show the phone" tone="soft" onPress={phone.unfold} />
            </View>
          ) : (
            <View role="complementary" aria-label="Running app" className="h-full px-4 pb-2">
              <BenchApp>
                <View className="flex-row items-center py-1">
                  <View className="min-w-0 flex-1">
                    <DeviceBar />
                  </View>
                  <IconButton icon={PanelRightClose} label="Fold the phone away" tone="soft" onPress={phone.fold} />
                </View>
                <DeviceFrame>
                  <BenchPhone />
                </DeviceFrame>
                <RippleLine />
              </BenchApp>
            </View>
          )}
        </Panel>
      </Group>
    </View>
  );
}

/** A pane at a side of the bench, that can be made wider and folded away, and stays so. */
function usePane(id: PaneId) {
  const { width, folded } = usePanes((panes) => panes[id]);
  const handle = usePanelRef();
  useEffect(() => {
    if (folded) handle.current?.collapse();
    else if (handle.current?.isCollapsed()) handle.current.expand();
  }, [folded, handle]);
  const keep = () => {
    const pane = handle.current;
    if (!pane) return;
    const isFolded = pane.isCollapsed();
    keepPane(id, { folded: isFolded, ...(isFolded ? {} : { width: Math.round(pane.getSize().inPixels) }) });
  };
  return {
    folded,
    keep,
    fold: () => keepPane(id, { folded: true }),
    unfold: () => keepPane(id, { folded: false }),
    panel: {
      id,
      panelRef: handle,
      defaultSize: folded ? FOLDED : width,
      collapsible: true,
      collapsedSize: FOLDED,
      groupResizeBehavior: 'preserve-pixel-size' as const,
    },
  };
}
