import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { type Definition, MOST_NAME } from '@/core/model';
import { Button, Callout, Sheet, Text, TextField } from '@/ui';
import type { AppSummary, IncomingFile, ReadingOptions } from '@/worker';
import { counted } from '../counted';
import { worker } from '../client';
import { ImportNotes, ImportOutcome, ImportProgress } from './Outcome';
import { SheetFields } from './SheetFields';
import type { ChosenFile, ImportReport } from './useImport';
import { useImportTarget } from './useImportTarget';

interface ImportSheetProps {
  chosen: ChosenFile;
  /** The app that it goes into; without one it becomes an app of its own. */
  into: { appId: string; definition: Definition; onUndo: () => void } | null;
  onClose(): void;
  onMade?(app: AppSummary): void;
}

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

type LookingProps = Omit<ImportSheetProps, 'chosen'> & {
  file: IncomingFile;
  onReread: (changes: ReadingOptions) => void;
};

function Looking({ file, into, onClose, onMade, onReread }: LookingProps) {
  const of = useImportTarget(file, into);
  const [name, setName] = useState(file.name);
  const { sheets, sheet, table, progress, problem, done } = of;
  if (done) return <Done {...done} into={into} onClose={onClose} onMade={onMade} />;
  const question = table ? sheet?.question : sheets.map((each) => each.question).find((each) => each !== null);
  const isReady = !question && (into !== null || name.trim() !== '');
  const count = file.database ? file.database.tables.length : sheets.length;
  const adds = table ? `Import into ${table.name}` : `Add ${counted(count, 'table', 'tables')}`;
  const start = (
    <Button
      kind="main"
      label={into ? adds : 'Make the app'}
      disabled={!isReady}
      onPress={() => void of.start(name.trim())}
    />
  );
  return (
    <Sheet title={`Import ${file.name}`} onClose={onClose} foot={progress ? null : start}>
      {problem ? <Callout tone="rust">{problem}</Callout> : null}
      {progress ? (
        <ImportProgress progress={progress} />
      ) : (
        <>
          {into ? null : <TextField most={MOST_NAME} label="Name of the app" value={name} onChangeText={setName} />}
          <DatabaseTables file={file} isNew={!into} />
          {sheet ? <SheetFields file={file} sheet={sheet} of={of} question={question} onReread={onReread} /> : null}
        </>
      )}
    </Sheet>
  );
}

/** The tables of a database file, and what of it is not kept as it was. */
function DatabaseTables({ file: { database }, isNew }: { file: IncomingFile; isNew: boolean }) {
  if (!database) return null;
  return (
    <>
      {database.isOwn && isNew ? (
        <Callout tone="plum">This database was made by Fern Shelf: its plan comes along as it was.</Callout>
      ) : null}
      <View role="list" aria-label="Tables of the file">
        {database.tables.map((each) => (
          <View key={each.name} role="listitem" className="border-b border-stem py-2">
            <Text look="strong">{`${each.name}, ${counted(each.rows, 'row', 'rows')}`}</Text>
            <Text look="soft">{each.columns.join(', ')}</Text>
          </View>
        ))}
      </View>
      <ImportNotes notes={database.notes} />
    </>
  );
}

/** What became of an import, and where to go from there. */
function Done({
  app,
  report,
  into,
  onClose,
  onMade,
}: Pick<ImportSheetProps, 'into' | 'onClose' | 'onMade'> & { report: ImportReport; app?: AppSummary }) {
  const undo = () => {
    into?.onUndo();
    onClose();
  };
  return (
    <Sheet
      title={app ? `${app.name} is on the shelf` : 'Imported'}
      onClose={onClose}
      foot={
        <>
          {into ? <Button label="Undo the import" onPress={undo} /> : null}
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
