import { useRef, useState } from 'react';
import { View } from 'react-native';
import { describeProblem, toProblem } from '@/core/problem';
import { kebabCase, optionFaults, type ProjectOptions, projectOptions } from '@/core/ship';
import { Button, Callout, SwitchField, TextField } from '@/ui';
import { makeProject, type ProjectRun } from '@/worker';
import { worker } from '../client';
import { downloadFile } from '../files';
import { say } from '../Toasts';
import { RunProgress } from '../transfer';
import { useApp } from '../useApp';

const fields: readonly { key: keyof ProjectOptions; label: string }[] = [
  { key: 'name', label: 'Name on the phone' },
  { key: 'androidPackage', label: 'Package for Android' },
  { key: 'iosBundle', label: 'Bundle identifier for iOS' },
  { key: 'version', label: 'Version' },
];

/** The app as a finished Expo project: what it is called, and the archive. */
export function ProjectPart() {
  const { state } = useApp();
  const [options, setOptions] = useState<ProjectOptions>(() => projectOptions(state.definition));
  const [withRows, setWithRows] = useState(state.starting !== null);
  const { progress, problem, make, stop } = useMaking();
  const faults = optionFaults(options);
  if (progress)
    return (
      <View className="w-full">
        <RunProgress
          label="The project"
          unit={['file', 'files']}
          stop="Stop making the project"
          progress={progress}
          onStop={stop}
        />
      </View>
    );
  return (
    <View className="w-full gap-4 pt-2">
      {fields.map(({ key, label }) => (
        <TextField
          key={key}
          label={label}
          value={options[key]}
          onChangeText={(text) => setOptions({ ...options, [key]: text })}
          autoCapitalize="none"
          fault={faults[key] ?? null}
        />
      ))}
      {state.starting !== null ? (
        <SwitchField label="With the starting rows" value={withRows} onChange={setWithRows} />
      ) : null}
      {problem ? <Callout tone="rust">{problem}</Callout> : null}
      <View className="items-start">
        <Button
          kind="main"
          label="Take the project away"
          disabled={Object.keys(faults).length > 0}
          onPress={() => void make(options, withRows)}
        />
      </View>
    </View>
  );
}

function useMaking() {
  const { appId } = useApp();
  const [progress, setProgress] = useState<{ done: number; total: number } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const run = useRef<ProjectRun | null>(null);
  const make = async (options: ProjectOptions, withRows: boolean) => {
    setProblem(null);
    setProgress({ done: 0, total: 0 });
    try {
      const app = worker().api.exportApp(appId);
      run.current = makeProject({ app, options, withRows }, (done, total) => setProgress({ done, total }));
      const archive = await run.current.archive;
      if (!archive) return;
      downloadFile(`${kebabCase(options.name, 'app')}.zip`, archive, 'application/zip');
      say({ text: `${options.name} is among your downloads, as a zip.`, tone: 'done' });
    } catch (error) {
      setProblem(describeProblem(toProblem(error)).what);
    } finally {
      run.current = null;
      setProgress(null);
    }
  };
  return { progress, problem, make, stop: () => run.current?.stop() };
}
