import { View } from 'react-native';
import { isStored } from '@/core/column';
import type { Table } from '@/core/model';
import { type MergeDraft, mergeKeys, remapped, type SheetPreview } from '@/core/transfer';
import { ChoiceField, SelectField, Text } from '@/ui';

/** Which column goes into which, and what makes a row of the file and one of the table the same. */
export function MergeFields({
  table,
  sheet,
  draft,
  onChange,
}: {
  table: Table;
  sheet: SheetPreview;
  draft: MergeDraft;
  onChange: (draft: MergeDraft) => void;
}) {
  const columns = table.columns.filter(isStored);
  const nameOf = (id: string) => (id === 'id' ? 'Their id' : (columns.find((column) => column.id === id)?.name ?? ''));
  const keys = [
    { value: '', label: 'Nothing: every row is a new one' },
    ...mergeKeys(table, draft.mapping).map((id) => ({ value: id, label: nameOf(id) })),
  ];
  return (
    <View className="gap-4">
      <View role="group" aria-label="Which column goes into which" className="gap-3">
        <Text look="heading">Which column goes into which</Text>
        {sheet.columns.map(({ index, name }) => (
          <SelectField
            key={index}
            label={`${name} of the file`}
            options={[
              { value: '', label: 'Left out' },
              { value: 'id', label: 'The id' },
              ...columns.map((column) => ({ value: column.id, label: column.name })),
            ]}
            value={draft.mapping[index] ?? ''}
            onChange={(id) => onChange(remapped(table, draft, index, id))}
          />
        ))}
      </View>
      <SelectField
        label="A row of the file is known by"
        options={keys}
        value={draft.key ?? ''}
        onChange={(key) => onChange({ ...draft, key: key === '' ? null : key })}
      />
      {draft.key === null ? null : (
        <>
          <ChoiceField
            label="A row that is there already"
            choices={[
              { value: 'update', label: 'Is updated' },
              { value: 'skip', label: 'Is skipped' },
            ]}
            value={draft.onMatch}
            onChange={(onMatch) => onChange({ ...draft, onMatch })}
          />
          <ChoiceField
            label="A row that is not there"
            choices={[
              { value: 'insert', label: 'Is added' },
              { value: 'skip', label: 'Is skipped' },
            ]}
            value={draft.onNew}
            onChange={(onNew) => onChange({ ...draft, onNew })}
          />
        </>
      )}
    </View>
  );
}
