import Play from 'lucide-react-native/icons/play';
import { useState } from 'react';
import { Image, View } from 'react-native';
import runningDemo from '../../docs/screenshots/run-phone.png';
import { readTable } from '@/core/plan';
import { describeProblem, toProblem } from '@/core/problem';
import { Button, Text, TextField, useWide } from '@/ui';
import { kindName } from '../plan/kinds';
import { startWithTable } from './startWithTable';

interface WelcomeProps {
  onDemo: () => void;
  onStarted: (started: { appId: string; tableId: string; columns: number }) => void;
}

/** What a person sees who has no app yet: what this is, how it looks, and every way to begin. */
export function Welcome({ onDemo, onStarted }: WelcomeProps) {
  const wide = useWide();
  return (
    <View role="region" aria-label="Begin" className="flex-row gap-10 border-t border-stem pt-6">
      <View className="min-w-0 flex-1 gap-6">
        <View className="gap-2">
          <Text look="title">Say what an app keeps, and it runs</Text>
          <Text look="body">
            Type a table and its columns. The phone app for it runs at once on a real SQLite database, shows what each
            tap did to it, and leaves as a finished Expo project.
          </Text>
        </View>
        <TableStart onStarted={onStarted} />
        <View className="items-start gap-2">
          <Text look="strong">Or look around first</Text>
          <Button icon={Play} label="Run the demo, a costume store" onPress={onDemo} />
        </View>
        <Text look="soft">
          A spreadsheet, a database or an app file can be dropped anywhere on this page, and rows of a spreadsheet
          pasted.
        </Text>
      </View>
      {wide ? (
        <View className="self-start overflow-hidden rounded-[26px] border-[7px] border-bark">
          <Image
            source={runningDemo}
            accessibilityLabel="The demo on a phone: a list of garments with pictures, tags and values"
            style={{ width: 217, height: 470 }}
          />
        </View>
      ) : null}
    </View>
  );
}

/** One line that makes an app with its first table. */
function TableStart({ onStarted }: Pick<WelcomeProps, 'onStarted'>) {
  const [text, setText] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const { name, columns } = readTable(text);
  const start = async () => {
    if (busy || name === '') return;
    setBusy(true);
    try {
      onStarted(await startWithTable(text));
    } catch (error) {
      setFault(describeProblem(toProblem(error)).what);
      setBusy(false);
    }
  };
  const said = columns.map((column) => `${column.name}, ${kindName(column.kind).toLowerCase()}`).join('; ');
  return (
    <View className="items-start gap-3">
      <View className="w-full max-w-[560px]">
        <TextField
          label="A table and its columns"
          help={
            name === ''
              ? 'For instance “Tools: name, price money, bought date, state good/worn”.'
              : `${name} with ${said}.`
          }
          placeholder="Tools: name, price money, bought date"
          fault={fault}
          value={text}
          onChangeText={(next) => (setText(next), setFault(null))}
          onSubmitEditing={() => void start()}
        />
      </View>
      <Button kind="main" label="Make it run" disabled={busy || name === ''} onPress={() => void start()} />
    </View>
  );
}
