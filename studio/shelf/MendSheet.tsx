import { useState } from 'react';
import { View } from 'react-native';
import { Button, Callout, Sheet, Text } from '@/ui';
import { describeProblem, toProblem } from '@/core/problem';
import type { AppSummary } from '@/worker';
import { worker } from '../client';

/** An app file that breaks limits or rules: what would be left out of it. */
export interface BrokenFile {
  text: string;
  fault: string;
  mends: string[];
}

/** Asks whether to open an app file without what is at fault in it. */
export function MendSheet({
  file: { text, fault, mends },
  onClose,
  onMade,
}: {
  file: BrokenFile;
  onClose: () => void;
  onMade: (app: AppSummary) => void;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const open = async () => {
    try {
      onMade(await worker().api.importApp(text, true));
    } catch (error) {
      setProblem(describeProblem(toProblem(error)).what);
    }
  };
  return (
    <Sheet
      title="This file cannot be opened as it is"
      onClose={onClose}
      foot={<Button kind="main" label="Open it mended" onPress={() => void open()} />}
    >
      {problem ? <Callout tone="rust">{problem}</Callout> : null}
      <Text look="body">{fault}</Text>
      <Text look="heading">What would be mended</Text>
      <View role="list" aria-label="What would be mended" className="gap-1">
        {mends.map((mend, index) => (
          <Text key={index} role="listitem" look="body">{`${mend}.`}</Text>
        ))}
      </View>
    </Sheet>
  );
}
