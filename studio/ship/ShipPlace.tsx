import Tag from 'lucide-react-native/icons/tag';
import type { ReactNode } from 'react';
import { ScrollView, View } from 'react-native';
import { Button, Text } from '@/ui';
import type { WorkerApi } from '@/worker';
import { useOpen } from '../address';
import { useDownloadDatabase } from '../data/DataPlace';
import { downloadFile, fileName } from '../files';
import { ShippedTables } from '../starting';
import { useAct, useApp } from '../useApp';
import { useSayDone } from '../useSayDone';
import { ProjectPart } from './ProjectPart';
import { dayOf } from './releases/dayOf';
import { RehearsedNote } from './releases/RehearsedNote';

/** What can be taken away: the app's file and its database. */
export function ShipPlace() {
  const { state } = useApp();
  const { open } = useOpen();
  const last = state.releases.at(-1);
  const act = useAct();
  const sayDone = useSayDone();
  const downloadDatabase = useDownloadDatabase();
  const downloadApp = async () => {
    const text = await act((api, appId) => api.exportApp(appId));
    if (text) downloadFile(fileName(state.definition.name, 'fernshelf.json'), text, 'application/json');
  };
  const download = async (make: (api: WorkerApi, appId: string) => Promise<string>, ending: string, type: string) => {
    const text = await act(make);
    if (text !== null) downloadFile(fileName(state.definition.name, ending), text, type);
  };
  const keepRows = async () => {
    const done = await act((api, appId) => api.keepRowsAsStarting(appId));
    if (done) sayDone('The rows of now are the starting rows of the app.', done);
  };
  return (
    <ScrollView contentContainerClassName="gap-8 p-5 pb-24 lg:px-8">
      <Text look="display">Ship</Text>
      <Part
        title="Releases"
        text={
          last
            ? `The last is ${last.version}, of ${dayOf(last.at)}; its schema is ${last.schema}.`
            : 'Freeze the app as it is. Later you see what has changed since then, and can go back to it.'
        }
      >
        <RehearsedNote rehearsed={state.rehearsed} />
        <Button icon={Tag} label={last ? 'All releases' : 'Releases'} onPress={() => open({ room: 'releases' })} />
      </Part>
      <Part
        title="The finished project"
        text={[
          'A complete Expo project in TypeScript, with this app in it: its database, screens, routines and routes as',
          'files to read and go on with. It is built with public tools, for Android, iOS and the web.',
        ].join(' ')}
      >
        <ProjectPart />
      </Part>
      <Part
        title="The app"
        text={[
          'Plan, starting rows and the rows of now, in one JSON file. Any Fern',
          'Shelf opens it again; its schema is published with the documentation.',
        ].join(' ')}
      >
        <RehearsedNote rehearsed={state.rehearsed} />
        <Button label="Download app file" onPress={() => void downloadApp()} />
      </Part>
      <Part
        title="The database"
        text={[
          'The rows of the bench phone as they are now: a SQLite file that any such program opens, a script',
          'that makes it anew, or JSON. One table as CSV is in Data. All of them can be imported again.',
        ].join(' ')}
      >
        <Button label="Download database" onPress={() => void downloadDatabase()} />
        <Button
          label="Download SQL script"
          onPress={() => void download((api, appId) => api.dumpDatabase(appId), 'sql', 'application/sql')}
        />
        <Button
          label="Download rows as JSON"
          onPress={() => void download((api, appId) => api.rowsAsJson(appId), 'json', 'application/json')}
        />
      </Part>
      <Part
        title="Starting rows"
        text={
          state.starting !== null
            ? [
                'This app is installed with rows in it. Each table can',
                'take the rows of now, or have its own typed in Plan.',
              ].join(' ')
            : [
                'This app is installed empty. The rows of now can be',
                'there from the start, or rows that are typed in Plan.',
              ].join(' ')
        }
      >
        <Button label="Keep the rows of now as starting rows" onPress={() => void keepRows()} />
        <ShippedTables />
      </Part>
    </ScrollView>
  );
}

function Part({ title, text, children }: { title: string; text: string; children: ReactNode }) {
  return (
    <View className="max-w-[640px] items-start gap-2">
      <Text look="title">{title}</Text>
      <Text look="body">{text}</Text>
      {children}
    </View>
  );
}
