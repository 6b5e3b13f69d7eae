import Download from 'lucide-react-native/icons/download';
import FileUp from 'lucide-react-native/icons/file-up';
import { ScrollView, View } from 'react-native';
import { schemaSql } from '@/core/schema';
import { ChoiceField, Text, Toolbar, useWide } from '@/ui';
import { useAddress, useOpen } from '../address';
import { downloadFile, fileName } from '../files';
import { type ChosenFile, chooseImport, useIncoming } from '../transfer';
import { ImportSheet } from '../transfer/ImportSheet';
import { useAct, useApp } from '../useApp';
import { RowGrid } from './RowGrid';
import { SqlBox } from './SqlBox';

/** What is really stored: rows, schema, and any question in SQL. */
export function DataPlace() {
  const { appId, state } = useApp();
  const act = useAct();
  const incoming = useIncoming(({ chosen }) => chosen);
  const setIncoming = (chosen: ChosenFile | null) => useIncoming.setState({ chosen });
  const { room } = useAddress();
  const { open } = useOpen();
  const wide = useWide();
  const view = room === 'schema' || room === 'sql' ? room : 'rows';
  const download = useDownloadDatabase();
  return (
    <ScrollView contentContainerClassName="gap-5 p-5 pb-24 lg:px-8">
      <View className="flex-row flex-wrap items-end justify-between gap-3">
        <Text look="display">Data</Text>
        <Toolbar
          main={{ icon: FileUp, label: 'Import data', onPress: () => void chooseImport().then(setIncoming) }}
          tools={[{ icon: Download, label: 'Download database', onPress: () => void download() }]}
        />
      </View>
      {wide ? null : (
        <ChoiceField
          label="Show"
          choices={[
            { value: 'rows', label: 'Rows' },
            { value: 'schema', label: 'Schema' },
            { value: 'sql', label: 'SQL' },
          ]}
          value={view}
          onChange={(next) => open({ room: next })}
        />
      )}
      {view === 'rows' ? <RowGrid /> : null}
      {view === 'schema' ? (
        <Text look="mono" selectable>
          {schemaSql(state.definition) || 'There is no table yet: add one in Plan.'}
        </Text>
      ) : null}
      {view === 'sql' ? <SqlBox /> : null}
      {incoming ? (
        <ImportSheet
          chosen={incoming}
          into={{ appId, definition: state.definition, onUndo: () => void act((api) => api.undo(appId)) }}
          onClose={() => setIncoming(null)}
        />
      ) : null}
    </ScrollView>
  );
}

/** Takes the database away as a file that any SQLite program opens. */
export function useDownloadDatabase() {
  const { state } = useApp();
  const act = useAct();
  return async () => {
    const bytes = await act((api, appId) => api.downloadDatabase(appId));
    if (bytes) downloadFile(fileName(state.definition.name, 'sqlite'), bytes, 'application/vnd.sqlite3');
  };
}
