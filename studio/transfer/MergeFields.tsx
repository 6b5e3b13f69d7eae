import { View } from 'react-native';
import { type Column, type Definition, isStored, physicalPlan, type Table } from '@/core/definition';
import type { SheetPreview } from '@/core/transfer';
import { ChoiceField, SelectField, Text } from '@/ui';
import type { MergeRequest } from '@/worker';

export type MergeDraft = Pick<MergeRequest, 'mapping' | 'key' | 'onMatch' | 'onNew'>;

const columnsOf = (definition: Definition, table: Table): Column[] => physicalPlan(definition).tables.find(({ id }) => id === table.id)?.columns.filter(isStored) ?? [];
const plain = (name: string): string => name.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');
const isKey = (column: Column): boolean => column.unique || column.kind === 'barcode';

/** Columns that are called the same go together, and rows are known by the first code or unique column among them. */
export function mergeStart(definition: Definition, table: Table, sheet: SheetPreview): MergeDraft {
  const columns = columnsOf(definition, table);
  const mapping = Object.fromEntries(
    sheet.columns.map(({ index, name }) => [index, plain(name) === 'id' ? 'id' : (columns.find((column) => plain(column.name) === plain(name) || plain(column.identifier) === plain(name))?.id ?? '')]),
  );
  const mapped = Object.values(mapping);
  const key = mapped.includes('id') ? 'id' : (columns.find((column) => isKey(column) && mapped.includes(column.id))?.id ?? null);
  return { mapping, key, onMatch: 'update', onNew: 'insert' };
}

/** Which column goes into which, and what makes a row of the file and one of the table the same. */
export function MergeFields({ definition, table, sheet, draft, onChange }: { definition: Definition; table: Table; sheet: SheetPreview; draft: MergeDraft; onChange: (draft: MergeDraft) => void }) {
  const columns = columnsOf(definition, table);
  const mapped = Object.values(draft.mapping);
  const keys = [{ value: '', label: 'Nothing: every row is a new one' }, ...(mapped.includes('id') ? [{ value: 'id', label: 'Their id' }] : []), ...columns.filter((column) => isKey(column) && mapped.includes(column.id)).map(({ id, name }) => ({ value: id, label: name }))];
  const setMapping = (index: number, id: string) => {
    const mapping = { ...draft.mapping, [index]: id };
    onChange({ ...draft, mapping, key: draft.key !== null && Object.values(mapping).includes(draft.key) ? draft.key : null });
  };
  return (
    <View className="gap-4">
      <View role="group" aria-label="Which column goes into which" className="gap-3">
        <Text look="heading">Which column goes into which</Text>
        {sheet.columns.map(({ index, name }) => (
          <SelectField
            key={index}
            label={`${name} of the file`}
            options={[{ value: '', label: 'Left out' }, { value: 'id', label: 'The id' }, ...columns.map((column) => ({ value: column.id, label: column.name }))]}
            value={draft.mapping[index] ?? ''}
            onChange={(id) => setMapping(index, id)}
          />
        ))}
      </View>
      <SelectField label="A row of the file is known by" options={keys} value={draft.key ?? ''} onChange={(key) => onChange({ ...draft, key: key === '' ? null : key })} />
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
