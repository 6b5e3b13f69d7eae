import Copy from 'lucide-react-native/icons/copy';
import Download from 'lucide-react-native/icons/download';
import PenLine from 'lucide-react-native/icons/pen-line';
import Trash2 from 'lucide-react-native/icons/trash';
import { View } from 'react-native';
import { accentColors, LinkPress } from '@/kit';
import { IconButton, Text } from '@/ui';
import type { AppSummary } from '@/worker';
import { worker } from '../client';
import { counted } from '../counted';
import { downloadFile, fileName } from '../files';
import { sayProblem } from '../Toasts';
import { AppGlance } from './AppGlance';

interface AppPlateProps {
  app: AppSummary;
  onOpen(): void;
  onRename(): void;
  onDuplicate(): void;
  onRemove(): void;
}

const moment = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

/** An app like a plant label stuck in its pot: a name, a stem in its own colour, a few facts. */
export function AppPlate({ app, onOpen, onRename, onDuplicate, onRemove }: AppPlateProps) {
  const takeAway = async () => {
    try {
      downloadFile(fileName(app.name, 'fernshelf.json'), await worker().api.exportApp(app.id), 'application/json');
    } catch (error) {
      sayProblem(error);
    }
  };
  return (
    <View role="listitem" className="w-full max-w-[340px] grow basis-[300px]">
      <View className="rounded-xl rounded-b-none bg-leaf">
        <LinkPress
          aria-label={`Open ${app.name}`}
          onPress={onOpen}
          className="min-h-[112px] flex-row gap-4 rounded-xl px-5 pt-5 hover:opacity-80"
        >
          <AppGlance app={app} />
          <View className="min-w-0 flex-1 gap-2">
            <Text look="title" numberOfLines={3}>
              {app.name}
            </Text>
            <Text look="soft">
              {counted(app.tables, 'table', 'tables')}, {counted(app.rows, 'row', 'rows')}
            </Text>
            <Text look="soft">Edited {moment.format(new Date(app.lastEdit))}</Text>
          </View>
        </LinkPress>
        <View className="flex-row px-2 pb-1">
          <IconButton tone="soft" icon={PenLine} label={`Rename ${app.name}`} onPress={onRename} />
          <IconButton tone="soft" icon={Copy} label={`Duplicate ${app.name}`} onPress={onDuplicate} />
          <IconButton
            tone="soft"
            icon={Download}
            label={`Download the file of ${app.name}`}
            onPress={() => void takeAway()}
          />
          <IconButton tone="soft" icon={Trash2} label={`Remove ${app.name}`} onPress={onRemove} />
        </View>
      </View>
      <View style={{ backgroundColor: `rgb(${accentColors[app.accent].accent})` }} className="h-2" />
      <View
        style={{ backgroundColor: `rgb(${accentColors[app.accent].accent})` }}
        className="h-4 w-6 self-center rounded-b-full"
      />
    </View>
  );
}
