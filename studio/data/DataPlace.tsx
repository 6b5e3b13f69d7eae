import { useState } from 'react';
import { ScrollView, View } from 'react-native';
import { schemaSql } from '@/core/schema';
import { Button, ChoiceField, Text } from '@/ui';
import { downloadFile, fileName } from '../files';
import { useAct, useApp } from '../useApp';
import { RowGrid } from './RowGrid';
import { SqlBox } from './SqlBox';

/** What is really stored: rows, schema, and any question in SQL. */
export function DataPlace() {
  const { state } = useApp();
  const [view, setView] = useState<'rows' | 'schema' | 'sql'>('rows');
  const download = useDownloadDatabase();
  return (
    <ScrollView contentContainerClassName="gap-5 p-5 pb-24 lg:px-8">
      <View className="flex-row flex-wrap items-end justify-between gap-3">
        <Text look="display">Data</Text>
        <Button label="Download database" onPress={() => void download()} />
      </View>
      <ChoiceField
        label="Show"
        choices={[
          { value: 'rows', label: 'Rows' },
          { value: 'schema', label: 'Schema' },
          { value: 'sql', label: 'SQL' },
        ]}
        value={view}
        onChange={setView}
      />
      {view === 'rows' ? <RowGrid /> : null}
      {view === 'schema' ? (
        <Text look="mono" selectable>
          {schemaSql(state.definition) || 'There is no table yet: add one in Plan.'}
        </Text>
      ) : null}
      {view === 'sql' ? <SqlBox /> : null}
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
