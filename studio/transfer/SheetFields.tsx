import { View } from 'react-native';
import { MOST_NAME } from '@/core/model';
import { DELIMITERS, encodings, type SheetPreview } from '@/core/transfer';
import { Callout, ChoiceField, SelectField, SwitchField, Text, TextField } from '@/ui';
import type { IncomingFile, ReadingOptions } from '@/worker';
import { counted } from '../counted';
import { MergeFields } from './MergeFields';
import { DateQuestions, hasOpenDates, SheetColumns, SheetSample } from './SheetColumns';
import { type ImportTarget, NEW_TABLE } from './useImportTarget';

const delimiterLabels: Record<string, string> = { ',': 'Commas', ';': 'Semicolons', '\t': 'Tabs', '|': 'Bars' };

interface SheetFieldsProps {
  file: IncomingFile;
  sheet: SheetPreview;
  of: ImportTarget;
  /** What is open about how the file is read. */
  question: string | null | undefined;
  onReread(changes: ReadingOptions): void;
}

/** A sheet of a file: what it holds, how it is read, and where its rows go. */
export function SheetFields({ file, sheet, of, question, onReread }: SheetFieldsProps) {
  const { table, merge, set } = of;
  const encoding = file.encoding ? `, read as ${file.encoding.toUpperCase()}` : '';
  return (
    <>
      <WhereTo of={of} />
      <Text look="soft">
        {`${counted(sheet.rows, 'row', 'rows')}${encoding}. Cells that do not suit their column are marked.`}
      </Text>
      {question && !hasOpenDates(sheet) ? <Callout tone="amber">{question}</Callout> : null}
      <DateQuestions sheet={sheet} onChange={set} />
      <SheetSample sheet={sheet} />
      {file.delimiter !== null ? (
        <SwitchField
          label="The first row has the names"
          value={sheet.settings.header}
          onChange={(header) => {
            of.choose(NEW_TABLE);
            set({ ...sheet.settings, header, columns: {} });
          }}
        />
      ) : null}
      {table && merge ? (
        <MergeFields table={table} sheet={sheet} draft={merge} onChange={(draft) => of.map(table, draft)} />
      ) : (
        <TextField
          most={MOST_NAME}
          label="Name of the table"
          value={sheet.settings.name}
          onChangeText={(name) => set({ ...sheet.settings, name })}
        />
      )}
      <ReadingFields file={file} onReread={onReread} />
      {table ? null : <SheetColumns sheet={sheet} onChange={set} />}
    </>
  );
}

/** Which table of the file, and into which of the app. */
function WhereTo({ of: { sheets, at, showSheet, there, target, choose } }: { of: ImportTarget }) {
  return (
    <>
      {sheets.length > 1 ? (
        <ChoiceField
          label="Table of the file"
          choices={sheets.map((each, index) => ({ value: String(index), label: each.settings.name }))}
          value={String(at)}
          onChange={(next) => showSheet(Number(next))}
        />
      ) : null}
      {there.length > 0 ? (
        <SelectField
          label="The rows go into"
          options={[
            { value: NEW_TABLE, label: sheets.length > 1 ? 'New tables' : 'A new table' },
            ...there.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          value={target}
          onChange={choose}
        />
      ) : null}
    </>
  );
}

/** How a text file is taken apart. */
function ReadingFields({ file, onReread }: Pick<SheetFieldsProps, 'file' | 'onReread'>) {
  if (file.delimiter === null) return null;
  return (
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
  );
}
