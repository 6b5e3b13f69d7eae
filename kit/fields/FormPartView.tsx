import { type Control, Controller } from 'react-hook-form';
import { View } from 'react-native';
import { Text } from '../base/Text';
import { useKit } from '../base/context';
import { ownOf } from '../base/own';
import { SlotText } from '../rows/slots';
import { FieldInput } from './FieldInput';
import { LinesInput } from './LinesInput';
import type { Typed } from './useEvaluated';
import type { TypedLine } from './useLines';
import type { Parsed } from '@/core/column';
import type { CompiledFormPart, CompiledTable } from '@/core/compiled';
import type { Row } from '@/core/driver';
import type { Column } from '@/core/model';

interface FormPartViewProps {
  part: CompiledFormPart;
  table: CompiledTable;
  control: Control<Typed>;
  /** What the form has evaluated from what is typed. */
  evaluated: Row | null;
  lines: readonly TypedLine[];
  /** What is typed for a column, as it would be stored. */
  stored(column: Column, text: string): Parsed;
  onLines(lines: TypedLine[]): void;
}

/** One part of a form. */
export function FormPartView({ part, table, control, evaluated, lines, stored, onLines }: FormPartViewProps) {
  const { settings } = useKit();
  const marked = { dataSet: { part: part.id } };
  switch (part.kind) {
    case 'heading':
      return (
        <Text
          role="heading"
          aria-level={3}
          className="border-b border-app-line pb-1 pt-2 font-bold text-[17px] text-app-ink"
          {...marked}
        >
          {part.text}
        </Text>
      );
    case 'fact':
      return (
        <View role="status" className="flex-row items-baseline justify-between gap-4" {...marked}>
          <Text className="font-medium text-[15px] text-app-ink">{part.slot.label}</Text>
          {evaluated ? (
            <SlotText slot={part.slot} row={evaluated} settings={settings} className="text-[17px] text-app-ink" />
          ) : null}
        </View>
      );
    case 'lines':
      return <LinesInput part={part} lines={lines} onChange={onLines} />;
    case 'field': {
      const Input = ownOf('input', part) ?? FieldInput;
      if (!table.columns.some(({ id }) => id === part.column.id)) return null;
      return (
        <View {...marked}>
          <Controller
            control={control}
            name={part.column.id}
            rules={{
              validate: (text) => {
                const result = stored(part.column, text ?? '');
                return result.ok || result.reason;
              },
            }}
            render={({ field, fieldState }) => (
              <Input
                column={part.column}
                value={field.value ?? ''}
                onChange={field.onChange}
                onBlur={field.onBlur}
                inputRef={field.ref}
                fault={fieldState.error?.message}
                help={part.help}
                placeholder={part.placeholder}
                input={part.input}
                readOnly={part.readOnly !== null && evaluated?.[part.readOnly.key] === 1}
              />
            )}
          />
        </View>
      );
    }
  }
}
