import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { type Definition, MOST_NAME, type Table } from '@/core/model';
import { physicalPlan } from '@/core/plan';
import { DELIMITERS, encodings, type MergeDraft, mergeSettings, mergeStart } from '@/core/transfer';
import { Button, Callout, ChoiceField, SelectField, Sheet, SwitchField, Text, TextField } from '@/ui';
import type { AppSummary, IncomingFile, ReadingOptions } from '@/worker';
import { counted } from '../counted';
import { worker } from '../client';
import { MergeFields } from './MergeFields';
import { ImportNotes, ImportOutcome, ImportProgress } from './Outcome';
import { DateQuestions, hasOpenDates, SheetColumns, SheetSample } from './SheetColumns';
import { type ChosenFile, type ImportReport, useRunning, useSheets } from './useImport';

interface ImportSheetProps {
  chosen: ChosenFile;
  /** The app that it goes into; without one it becomes an app of its own. */
  into: { appId: string; definition: Definition; onUndo: () => void } | null;
  onClose(): void;
  onMade?(app: AppSummary): void;
}

const NEW_TABLE = 'new';

/** A file looked at, set right and taken in: as a new app, as tables, or as rows of a table that is there. */
export function ImportSheet({ chosen, ...others }: ImportSheetProps) {
  const [file, setFile] = useState(chosen.file);
  const [asked, setAsked] = useState<ReadingOptions>({});
  useEffect(() => () => void worker().api.forgetFile(), []);
  const reread = async (changes: ReadingOptions) => {
    const next = { ...asked, ...changes };
    const read = await chosen.again(next);
    if (!read) return;
    setAsked(next);
    setFile(read);
  };
  // Read otherwise, it is another file: nothing that was chosen about it holds.
  return <Looking key={JSON.stringify(asked)} file={file} onReread={(changes) => void reread(changes)} {...others} />;
}

const delimiterLabels: Record<string, string> = { ',': 'Commas', ';': 'Semicolons', '\t': 'Tabs', '|': 'Bars' };

function Looking({
  file,
  into,
  onClose,
  onMade,
  onReread,
}: Omit<ImportSheetProps, 'chosen'> & { file: IncomingFile; onReread: (changes: ReadingOptions) => void }) {
  const { sheets, change } = useSheets(file);
  const { run, progress, problem } = useRunning();
  const [name, setName] = useState(file.name);
  const [at, setAt] = useState('0');
  const [target, setTarget] = useState(NEW_TABLE);
  const [merge, setMerge] = useState<MergeDraft | null>(null);
  const [done, setDone] = useState<{ report: ImportReport; app?: AppSummary } | null>(null);

  const sheet = sheets[Number(at)];
  const settings = sheets.map((each) => each.settings);
  const there = into ? physicalPlan(into.definition).tables : [];
  const table = there.find(({ id }) => id === target);
  const question = table ? sheet?.question : sheets.map((each) => each.question).find((each) => each !== null);
  const isReady = !question && (into !== null || name.trim() !== '');

  const start = async () => {
    if (!into) {
      const made = await run((api) => api.importAsApp(name.trim(), settings));
      if (made) setDone(made);
    } else {
      const report = await run((api) =>
        table && merge && sheet
          ? api.importRows(into.appId, Number(at), { ...merge, settings: sheet.settings, tableId: table.id })
          : api.importTables(into.appId, settings),
      );
      if (report) setDone({ report });
    }
  };
  /** The sheet is read by what its columns go into. */
  const map = (next: Table, draft: MergeDraft) => {
    setMerge(draft);
    if (sheet) void change(Number(at), mergeSettings(next, sheet.settings, draft.mapping, sheet.columns.length));
  };
  const choose = (tableId: string) => {
    setTarget(tableId);
    const next = there.find(({ id }) => id === tableId);
    if (next && sheet) map(next, mergeStart(next, sheet));
    else if (sheet) void change(Number(at), { ...sheet.settings, columns: {} });
    if (!next) setMerge(null);
  };

  if (done) {
    const { app, report } = done;
    return (
      <Sheet
        title={app ? `${app.name} is on the shelf` : 'Imported'}
        onClose={onClose}
        foot={
          <>
            {into ? <Button label="Undo the import" onPress={() => (into.onUndo(), onClose())} /> : null}
            {app && onMade ? (
              <Button kind="main" label="Open the app" onPress={() => onMade(app)} />
            ) : (
              <Button kind="main" label="Done" onPress={onClose} />
            )}
          </>
        }
      >
        <ImportOutcome report={report} />
      </Sheet>
    );
  }
  const tables = file.database?.tables ?? [];
  const label = !into
    ? 'Make the app'
    : table
      ? `Import into ${table.name}`
      : `Add ${counted(file.database ? tables.length : sheets.length, 'table', 'tables')}`;
  return (
    <Sheet
      title={`Import ${file.name}`}
      onClose={onClose}
      foot={progress ? null : <Button kind="main" label={label} disabled={!isReady} onPress={() => void start()} />}
    >
      {problem ? <Callout tone="rust">{problem}</Callout> : null}
      {progress ? (
        <ImportProgress progress={progress} />
      ) : (
        <>
          {into ? null : <TextField most={MOST_NAME} label="Name of the app" value={name} onChangeText={setName} />}
          {file.database ? (
            <>
              {file.database.isOwn && !into ? (
                <Callout tone="plum">This database was made by Fern Shelf: its plan comes along as it was.</Callout>
              ) : null}
              <View role="list" aria-label="Tables of the file">
                {tables.map((each) => (
                  <View key={each.name} role="listitem" className="border-b border-stem py-2">
                    <Text look="strong">{`${each.name}, ${counted(each.rows, 'row', 'rows')}`}</Text>
                    <Text look="soft">{each.columns.join(', ')}</Text>
                  </View>
                ))}
              </View>
              <ImportNotes notes={file.database.notes} />
            </>
          ) : null}
          {sheet ? (
            <>
              {sheets.length > 1 ? (
                <ChoiceField
                  label="Table of the file"
                  choices={sheets.map((each, index) => ({ value: String(index), label: each.settings.name }))}
                  value={at}
                  onChange={(next) => (choose(NEW_TABLE), setAt(next))}
                />
              ) : null}
              {there.length > 0 ? (
                <SelectField
                  label="The rows go into"
                  options={[
                    { value: NEW_TABLE, label: sheets.length > 1 ? 'New tables' : 'A new table' },
                    ...there.map(({ id, name: each }) => ({ value: id, label: each })),
                  ]}
                  value={target}
                  onChange={choose}
                />
              ) : null}
              <Text look="soft">{`${counted(sheet.rows, 'row', 'rows')}${file.encoding ? `, read as ${file.encoding.toUpperCase()}` : ''}. Cells that do not suit their column are marked.`}</Text>
              {question && !hasOpenDates(sheet) ? <Callout tone="amber">{question}</Callout> : null}
              <DateQuestions sheet={sheet} onChange={(next) => void change(Number(at), next)} />
              <SheetSample sheet={sheet} />
              {file.delimiter !== null ? (
                <SwitchField
                  label="The first row has the names"
                  value={sheet.settings.header}
                  onChange={(header) => (
                    choose(NEW_TABLE),
                    void change(Number(at), { ...sheet.settings, header, columns: {} })
                  )}
                />
              ) : null}
              {table && merge ? (
                <MergeFields table={table} sheet={sheet} draft={merge} onChange={(draft) => map(table, draft)} />
              ) : (
                <TextField
                  most={MOST_NAME}
                  label="Name of the table"
                  value={sheet.settings.name}
                  onChangeText={(text) => void change(Number(at), { ...sheet.settings, name: text })}
                />
              )}
              {file.delimiter !== null ? (
                <View className="gap-4">
                  <ChoiceField
                    label="Fields are separated by"
                    choices={DELIMITERS.map((value) => ({ value, label: delimiterLabels[value] ?? value }))}
                    value={file.delimiter as (typeof DELIMITERS)[number]}
                    onChange={(delimiter) => onReread({ delimiter })}
                  />
                  <SelectField
                    label="Letters are written in"
                    options={encodings.map((value) => ({ value, label: value.toUpperCase() }))}
                    value={file.encoding ?? 'utf-8'}
                    onChange={(encoding) => onReread({ encoding })}
                  />
                </View>
              ) : null}
              {table ? null : <SheetColumns sheet={sheet} onChange={(next) => void change(Number(at), next)} />}
            </>
          ) : null}
        </>
      )}
    </Sheet>
  );
}
