import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import Copy from 'lucide-react-native/icons/copy';
import { Suspense, useMemo, useState } from 'react';
import { ScrollView, View } from 'react-native';
import type { ProjectIndex, ProjectReader } from '@/worker';
import { Button, Callout, IconButton, Text, TextField, useWide } from '@/ui';
import { CodeReader } from '../editor';
import { say } from '../Toasts';
import { useAddress, useOpen } from '../address';
import { OF } from './CodeLink';
import { FileRow, FileTree } from './ProjectTree';
import { fileTree, found } from './fileTree';
import { useProject, useText } from './useProjectReader';

const MOST_FOUND = 60;

/** The finished project to be read before it is taken away: its files beside the one that is open. */
export function CodePlace() {
  const wide = useWide();
  const { id } = useAddress();
  const { open: go, leave } = useOpen();
  const { reading, reader } = useProject();
  const shown = reading.kind !== 'open' || id === undefined ? null : fileOf(reading.index, id);
  const open = (path: string) => go({ room: 'code', id: path });
  const back = () => leave({ room: shown && !wide ? 'code' : 'ship' });
  return (
    <View className="flex-1 gap-3 p-5 lg:px-8">
      <View className="flex-row items-start gap-1">
        <IconButton icon={ArrowLeft} label={shown && !wide ? 'All files' : 'Back to Ship'} onPress={back} />
        <View className="min-w-0 flex-1 gap-1 pt-1">
          <Text look="display">The code</Text>
          <Text look="soft">The finished project as it is taken away. What is changed in the app changes here.</Text>
        </View>
      </View>
      {reading.kind === 'failed' ? <Callout tone="rust">{reading.what}</Callout> : null}
      {reading.kind === 'opening' ? <Text look="soft">Making the project…</Text> : null}
      {reading.kind === 'open' ? (
        <View className="min-h-0 flex-1 flex-row gap-4">
          {wide || !shown ? <Files index={reading.index} shown={shown} onOpen={open} /> : null}
          {wide || shown ? <OpenFile reader={reader} path={shown ?? (wide ? 'README.md' : null)} /> : null}
        </View>
      ) : null}
    </View>
  );
}

/** The file that an address means: by its path, or by what of the app stands in it. */
const fileOf = ({ places }: ProjectIndex, id: string): string | null =>
  id.startsWith(OF) ? (places[id.slice(OF.length)] ?? null) : id;

function Files({
  index: { paths },
  shown,
  onOpen,
}: {
  index: ProjectIndex;
  shown: string | null;
  onOpen: (path: string) => void;
}) {
  const wide = useWide();
  const [asked, setAsked] = useState('');
  const tree = useMemo(() => fileTree(paths), [paths]);
  const hits = asked.trim() === '' ? null : found(paths, asked);
  return (
    <View role="navigation" aria-label="Files" className={`gap-2 ${wide ? 'w-[240px]' : 'flex-1'}`}>
      <TextField label="Find a file" value={asked} onChangeText={setAsked} autoCapitalize="none" />
      <ScrollView className="min-h-0 flex-1">
        {hits === null ? (
          <FileTree tree={tree} shown={shown} onOpen={onOpen} />
        ) : (
          <View role="list">
            {hits.slice(0, MOST_FOUND).map((path) => (
              <FileRow key={path} path={path} name={path} depth={-1} shown={shown} onOpen={onOpen} />
            ))}
          </View>
        )}
        {hits?.length === 0 ? <Text look="soft">No file is called that.</Text> : null}
        {hits && hits.length > MOST_FOUND ? (
          <Text look="soft">{`And ${hits.length - MOST_FOUND} more: go on typing.`}</Text>
        ) : null}
      </ScrollView>
    </View>
  );
}

function OpenFile({ reader, path }: { reader: ProjectReader | null; path: string | null }) {
  const read = useText(reader, path);
  if (!path) return null;
  const copy = async () => {
    if (!read) return;
    await navigator.clipboard.writeText(read.text);
    say({ text: `${path} is copied.`, tone: 'done' });
  };
  return (
    <View role="region" aria-label="File" className="min-w-0 flex-1 gap-2">
      <View className="flex-row items-center gap-2">
        <Text look="mono" className="min-w-0 flex-1">
          {path}
        </Text>
        <Button icon={Copy} label="Copy" disabled={!read} onPress={() => void copy()} />
      </View>
      <View className="min-h-0 flex-1">
        <Suspense>{read ? <CodeReader path={read.path} text={read.text} /> : null}</Suspense>
      </View>
    </View>
  );
}
