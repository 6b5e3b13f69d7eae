import { useRef, useState } from 'react';
import { View } from 'react-native';
import { describeProblem, toProblem } from '@/core/problem';
import { kebabCase } from '@/core/ship';
import { Callout } from '@/ui';
import { makeProject, type ProjectRun } from '@/worker';
import { downloadFile } from '../files';
import { say } from '../Toasts';
import { RunProgress } from '../transfer';

/** Makes the project of an app's file, and hands it over; it can be stopped. */
export function useMaking() {
  const [progress, setProgress] = useState<{ done: number; total: number } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const run = useRef<ProjectRun | null>(null);
  const make = async (app: Promise<string>, name: string) => {
    setProblem(null);
    setProgress({ done: 0, total: 0 });
    try {
      run.current = makeProject(app, (done, total) => setProgress({ done, total }));
      const archive = await run.current.archive;
      if (!archive) return;
      downloadFile(`${kebabCase(name, 'app')}.zip`, archive, 'application/zip');
      say({ text: `${name} is among your downloads, as a zip.`, tone: 'done' });
    } catch (error) {
      setProblem(describeProblem(toProblem(error)).what);
    } finally {
      run.current = null;
      setProgress(null);
    }
  };
  return { progress, problem, make, stop: () => run.current?.stop() };
}

/** How far the project is, or why there is none. */
export function MakingProgress({ making: { progress, problem, stop } }: { making: ReturnType<typeof useMaking> }) {
  if (problem) return <Callout tone="rust">{problem}</Callout>;
  return progress ? (
    <View className="w-full">
      <RunProgress
        label="The project"
        unit={['file', 'files']}
        stop="Stop making the project"
        progress={progress}
        onStop={stop}
      />
    </View>
  ) : null;
}
