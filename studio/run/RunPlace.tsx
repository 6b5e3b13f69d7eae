import { AT_START } from '@/kit';
import Eraser from 'lucide-react-native/icons/eraser';
import RotateCcw from 'lucide-react-native/icons/rotate-ccw';
import ScanBarcode from 'lucide-react-native/icons/scan-barcode';
import { memo, useCallback, useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { IconButton, Text, Toolbar, useWide } from '@/ui';
import { type ShownRipple, useBench } from '../client';
import { say } from '../Toasts';
import { useAct, useApp } from '../useApp';
import { BenchPhone } from './BenchPhone';
import { FreshSheet } from './FreshSheet';
import { RippleLine, RippleSheet, rippleWords } from './RippleLine';
import { ScannerTray } from './ScannerTray';

/** Runs the app: the phone itself where there is room for nothing else, beside it the controls and ripples. */
export function RunPlace() {
  const wide = useWide();
  const [freshening, setFreshening] = useState(false);
  const act = useAct();
  const { tables } = useApp().state.definition;
  const scanner = useBench((bench) => bench.scanner);
  const hasCodes = tables.some(({ columns }) => columns.some(({ kind }) => kind === 'barcode'));
  const toggle = () => useBench.setState({ scanner: !scanner });

  const restart = async () => {
    const done = await act((api, appId) => api.restart(appId));
    if (!done) return;
    useBench.setState({ way: AT_START, notices: [] });
    say({ text: 'The app was closed and opened again from its store.', tone: 'done' });
  };

  if (!wide) {
    return (
      <View className="flex-1">
        <View className="flex-row items-center gap-1 border-b border-stem bg-leaf px-3">
          <View className="flex-1">
            <RippleLine />
          </View>
          {hasCodes ? (
            <IconButton
              icon={ScanBarcode}
              label={scanner ? 'Put the scanner away' : 'Take the scanner'}
              onPress={toggle}
            />
          ) : null}
          <IconButton icon={RotateCcw} label="Restart the app" onPress={() => void restart()} />
          <IconButton icon={Eraser} label="Start fresh" onPress={() => setFreshening(true)} />
        </View>
        <BenchPhone bleed />
        {scanner && hasCodes ? <ScannerTray /> : null}
        {freshening ? <FreshSheet onClose={() => setFreshening(false)} /> : null}
      </View>
    );
  }
  return (
    <ScrollView contentContainerClassName="p-8 gap-6">
      <View className="gap-1">
        <Text look="display">Run</Text>
        <Text look="soft">The phone on the right runs this app on a SQLite database of its own.</Text>
      </View>
      <Toolbar
        tools={[
          { icon: RotateCcw, label: 'Restart the app', onPress: () => void restart() },
          { icon: Eraser, label: 'Start fresh', onPress: () => setFreshening(true) },
          ...(hasCodes
            ? [{ icon: ScanBarcode, label: scanner ? 'Put the scanner away' : 'Take the scanner', onPress: toggle }]
            : []),
        ]}
      />
      {scanner && hasCodes ? <ScannerTray /> : null}
      <RippleList />
      {freshening ? <FreshSheet onClose={() => setFreshening(false)} /> : null}
    </ScrollView>
  );
}

/** What the last taps did, the newest first. */
function RippleList() {
  const [opened, setOpened] = useState<ShownRipple | null>(null);
  const close = useCallback(() => setOpened(null), []);
  const ripples = useBench((bench) => bench.ripples);
  return (
    <View className="gap-2">
      <Text look="title">Ripples</Text>
      {ripples.length === 0 ? (
        <Text look="soft">Save or delete something in the phone: what each tap did to the database shows here.</Text>
      ) : null}
      {ripples.map((ripple) => (
        <RippleRow key={ripple.at + ripple.seq} ripple={ripple} onOpen={setOpened} />
      ))}
      {opened ? <RippleSheet ripple={opened} onClose={close} /> : null}
    </View>
  );
}

const RippleRow = memo(function RippleRow({
  ripple,
  onOpen,
}: {
  ripple: ShownRipple;
  onOpen: (ripple: ShownRipple) => void;
}) {
  return (
    <Pressable
      role="button"
      onPress={() => onOpen(ripple)}
      className="min-h-[44px] justify-center border-b border-stem hover:opacity-80"
    >
      <Text look="body">{rippleWords(ripple)}</Text>
    </Pressable>
  );
});
