import { type ComponentType, useMemo, useState } from 'react';
import { View } from 'react-native';
import { Text } from '../base/Text';
import { useKit } from '../base/context';
import { ActionButton } from '../base/parts';
import { useWrites } from '../data/useWrites';
import type { FieldInputProps } from './fieldProps';
import { initialValue, inputText, parseInput } from '@/core/column';
import type { CompiledTable } from '@/core/compiled';
import type { RecordValues } from '@/core/model';
import { describeProblem } from '@/core/problem';

/** A new record to link to, made where it is chosen: asks for what names it and for what must be filled in. */
export function AddInPlace({
  Field,
  table,
  named,
  onAdded,
  onClose,
}: {
  Field: ComponentType<FieldInputProps>;
  table: CompiledTable;
  named: string;
  onAdded: (id: number) => void;
  onClose: () => void;
}) {
  const { settings } = useKit();
  const { save } = useWrites(table);
  const columns = useMemo(() => {
    const needed = table.columns.filter(({ id, required }) => id === table.namedBy || required);
    return needed.length > 0 ? needed : table.columns.slice(0, 2);
  }, [table]);
  const [texts, setTexts] = useState<Record<string, string>>(() =>
    Object.fromEntries(
      columns.map((column) => [
        column.id,
        column.id === table.namedBy && column.kind === 'text'
          ? named
          : inputText(column, initialValue(column, settings.today), settings),
      ]),
    ),
  );
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [problem, setProblem] = useState('');
  const add = async () => {
    const values: RecordValues = Object.fromEntries(
      table.columns.map((column) => [column.id, initialValue(column, settings.today)]),
    );
    const wrong: Record<string, string> = {};
    for (const column of columns) {
      const read = parseInput(column, texts[column.id] ?? '', settings);
      if (read.ok) values[column.id] = read.value;
      else wrong[column.id] = read.reason;
    }
    setFaults(wrong);
    if (Object.keys(wrong).length > 0) return;
    const saved = await save(undefined, values);
    if (saved === null) return;
    if ('problem' in saved) setProblem(describeProblem(saved.problem).what);
    else onAdded(saved.id);
  };
  return (
    <View
      role="group"
      aria-label={`New ${table.recordName.toLowerCase()}`}
      className="gap-4 border-t border-app-line pt-3"
    >
      {columns.map((column) => (
        <Field
          key={column.id}
          column={column}
          value={texts[column.id] ?? ''}
          onChange={(text) => setTexts((now) => ({ ...now, [column.id]: text }))}
          onBlur={() => undefined}
          inputRef={null}
          fault={faults[column.id]}
          idPrefix="new-"
        />
      ))}
      {problem ? (
        <Text role="alert" className="font-sans text-[14px] text-app-danger">
          {problem}
        </Text>
      ) : null}
      <View className="flex-row flex-wrap gap-2">
        <ActionButton label="Add and choose" onPress={() => void add()} />
        <ActionButton kind="plain" label="Cancel" onPress={onClose} />
      </View>
    </View>
  );
}
