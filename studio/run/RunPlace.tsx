import Eraser from 'lucide-react-native/icons/eraser';
import RotateCcw from 'lucide-react-native/icons/rotate-ccw';
import ScanBarcode from 'lucide-react-native/icons/scan-barcode';
import { useEffect, useState } from 'react';
import { ScrollView, View } from 'react-native';
import { IconButton, Text, Toolbar, useWide } from '@/ui';
import { useAddress } from '../address';
import { useBench } from '../client';
import { Foot } from '../Foot';
import { Later, laterPart } from '../later';
import { useApp } from '../useApp';
import { BenchBar, BenchHandle } from './BenchBar';
import { BenchApp } from './BenchApp';
import { BenchPhone } from './BenchPhone';
import { RippleFacts, rippleId } from './RippleLine';
import { useRestart } from './useRestart';

const FreshSheet = laterPart('FreshSheet');
const ScannerTray = laterPart('ScannerTray');

/** Runs the app: alone where there is room for nothing else, with the bench a tap away; beside it otherwise. */
export function RunPlace() {
  const wide = useWide();
  return (
    <BenchApp isTold={!wide}>
      <Running />
    </BenchApp>
  );
}

function Running() {
  const wide = useWide();
  const [freshening, setFreshening] = useState(false);
  const restart = useRestart();
  const { tables } = useApp().state.definition;
  const scanner = useBench((bench) => bench.scanner);
  const bar = useBench((bench) => bench.bar);
  const hasCodes = tables.some(({ columns }) => columns.some(({ kind }) => kind === 'barcode'));
  // What is done with the app is seen in it: on a small screen the bench goes away again.
  const toggle = () => useBench.setState({ scanner: !scanner, bar: false });
  const freshen = () => {
    useBench.setState({ bar: false });
    setFreshening(true);
  };
  useEffect(() => () => useBench.setState({ bar: false }), []);

  const tools = [
    ...(hasCodes
      ? [{ icon: ScanBarcode, label: scanner ? 'Put the scanner away' : 'Take the scanner', onPress: toggle }]
      : []),
    { icon: RotateCcw, label: 'Restart the app', onPress: () => void restart() },
    { icon: Eraser, label: 'Start fresh', onPress: freshen },
  ];
  const tray =
    scanner && hasCodes ? (
      <Later>
        <ScannerTray />
      </Later>
    ) : null;
  const fresh = freshening ? (
    <Later>
      <FreshSheet onClose={() => setFreshening(false)} />
    </Later>
  ) : null;
  if (!wide) {
    return (
      <View className="flex-1">
        <BenchPhone />
        <Foot>
          {tray}
          {bar ? (
            <BenchBar>
              {tools.map((tool) => (
                <IconButton key={tool.label} {...tool} />
              ))}
            </BenchBar>
          ) : null}
        </Foot>
        {bar ? null : <BenchHandle />}
        {fresh}
      </View>
    );
  }
  return (
    <ScrollView contentContainerClassName="p-8 gap-6">
      <View className="gap-1">
        <Text look="display">Run</Text>
        <Text look="soft">The phone on the right runs this app on a SQLite database of its own.</Text>
      </View>
      <Toolbar tools={tools} />
      {tray}
      <Ripples />
      {fresh}
    </ScrollView>
  );
}

/** What the last taps did: the one that is open in the list, otherwise the last. */
function Ripples() {
  const { id } = useAddress();
  const ripples = useBench((bench) => bench.ripples);
  const ripple = ripples.find((each) => rippleId(each) === id) ?? ripples[0];
  return (
    <View className="max-w-[680px] gap-3">
      <Text look="title">{ripple ? ripple.label : 'Ripples'}</Text>
      {ripple ? (
        <RippleFacts ripple={ripple} />
      ) : (
        <Text look="soft">Save or delete something in the phone: what each tap did to the database shows here.</Text>
      )}
    </View>
  );
}
