import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Pressable, ScrollView, Text as NativeText, View } from 'react-native';
import { Button, SelectField, Text, useWide } from '@/ui';
import { type CatalogueBehaviour, catalogueBehaviours, useBench } from '../client';
import { say } from '../Toasts';
import { useApp, useGeneration } from '../useApp';
import { type BenchLabel, drawLabel, labelsOf, typeAsScanner } from './labels';

const behaviourWords: Record<CatalogueBehaviour, string> = {
  fine: 'answers',
  slow: 'is slow',
  silent: 'does not answer',
  down: 'is down',
  wrong: 'answers wrongly',
};

/**
 * The simulated hand scanner: a sheet of labels with the rows' real codes, and some that make trouble. A tap scans one.
 */
export function ScannerTray() {
  const { appId, state } = useApp();
  const generation = useGeneration();
  const { definition } = state;
  const wide = useWide();
  const person = useBench((bench) => bench.person);
  const catalogue = useBench((bench) => bench.catalogue);
  const settings = useBench((bench) => bench.settings);
  const [page, setPage] = useState(0);
  const { data = [] } = useQuery({
    queryKey: ['labels', appId, generation, definition.tables, page, person],
    queryFn: () => labelsOf(appId, definition, page, person),
    staleTime: 0,
  });
  const scan = ({ code }: BenchLabel) => {
    if (code === null)
      say({
        text: 'The scanner could not read this label: nothing was sent. Type its digits instead.',
        tone: 'problem',
      });
    else typeAsScanner(code, settings);
  };
  const labels = data.map((label) => <LabelPlate key={label.key} label={label} onScan={() => scan(label)} />);
  const usesCatalogue = definition.screens?.list.some((screen) => screen.kind === 'scan' && screen.catalogue) ?? false;
  return (
    <View
      role="region"
      aria-label="Scanner"
      className={wide ? 'gap-3' : 'gap-2 border-t border-stem bg-leaf pb-2 pt-2'}
    >
      {wide ? (
        <View className="gap-0.5">
          <Text look="title">Scanner</Text>
          <Text look="soft">Press a label to scan it. It is typed into the phone as a hand scanner types.</Text>
        </View>
      ) : null}
      {wide ? (
        <View className="flex-row flex-wrap gap-3">{labels}</View>
      ) : (
        <ScrollView horizontal contentContainerClassName="gap-2 px-3">
          {labels}
        </ScrollView>
      )}
      <View className={`flex-row items-end gap-3 ${wide ? 'max-w-[560px]' : 'px-3'}`}>
        <Button label="Other labels" onPress={() => setPage(page + 1)} />
        {usesCatalogue ? (
          <View className="flex-1">
            <SelectField
              label="The catalogue"
              options={catalogueBehaviours.map((each) => ({ value: each, label: behaviourWords[each] }))}
              value={catalogue}
              onChange={(each) => useBench.setState({ catalogue: each as CatalogueBehaviour })}
            />
          </View>
        ) : null}
      </View>
    </View>
  );
}

function LabelPlate({ label, onScan }: { label: BenchLabel; onScan: () => void }) {
  const { data } = useQuery({
    queryKey: ['label', label.symbology, label.printed, label.code === null],
    queryFn: () => drawLabel(label),
    staleTime: Infinity,
  });
  return (
    <Pressable
      role="button"
      aria-label={`Scan ${label.title} ${label.printed}`}
      onPress={onScan}
      className="w-[150px] gap-1 rounded-lg border border-stem bg-white p-2 active:opacity-70"
    >
      <View className="h-[56px] items-center justify-center">
        {data ? <img alt="" src={data} style={{ maxWidth: '100%', maxHeight: 56 }} /> : null}
      </View>
      <NativeText numberOfLines={1} className="font-sans text-[15px] leading-[22px]" style={{ color: '#333333' }}>
        {label.title}
      </NativeText>
    </Pressable>
  );
}
