import { TextInput, View } from 'react-native';
import { symbologyLength } from '@/core/barcode';
import { inputUnit } from '@/core/column';
import type { Column, ColumnOf } from '@/core/model';
import { useKit } from '../base/context';
import { Text } from '../base/Text';
import { useColors } from '../base/theme';
import { AttachmentInput } from '../fields/AttachmentInput';
import { DateInput } from '../fields/DateInput';
import { isRanged, RangeInput } from '../fields/RangeInput';
import { CodeButton } from '../scanning/CodeButton';
import { RangeFilter } from './filters';
import { type KindInputProps, type KitKind, plain } from './kitKind';

interface TypedProps extends KindInputProps<Column> {
  /** Which keys a phone offers. */
  keys?: 'text' | 'numeric' | 'decimal';
  long?: boolean;
  unit?: string;
  /** What stands beside the field. */
  children?: React.ReactNode;
}

/** A text field, with its unit or a button beside it. */
function Typed({
  value,
  onChange,
  onBlur,
  inputRef,
  placeholder,
  described,
  look,
  keys = 'text',
  long = false,
  unit,
  children,
}: TypedProps) {
  const colors = useColors();
  return (
    <View className="flex-row items-center gap-2">
      <TextInput
        ref={inputRef}
        {...described}
        value={value}
        onChangeText={onChange}
        onBlur={onBlur}
        placeholder={placeholder}
        placeholderTextColor={colors.soft}
        inputMode={keys}
        multiline={long}
        numberOfLines={long ? 4 : 1}
        className={`min-w-0 flex-1 ${look} ${long ? 'min-h-[110px]' : ''}`}
      />
      {children}
      {unit ? <Text className="font-sans text-[15px] text-app-soft">{unit}</Text> : null}
    </View>
  );
}

export const text: KitKind<ColumnOf<'text'>> = { ...plain, Input: Typed };
export const longText: KitKind<ColumnOf<'longText'>> = { ...plain, Input: (props) => <Typed {...props} long /> };
/** What is filled in or computed is never asked for. */
export const given: KitKind<ColumnOf<'created' | 'changed' | 'expression'>> = { ...plain, Input: Typed };

export const barcode: KitKind<ColumnOf<'barcode'>> = {
  ...plain,
  Input: (props) => (
    <Typed {...props} keys={symbologyLength[props.column.symbology] === undefined ? 'text' : 'numeric'}>
      <CodeButton name={props.column.name} onCode={props.onChange} onSaid={props.onSaid} />
    </Typed>
  ),
};

const figure = { ...plain, isShort: true, Filter: RangeFilter } as const;

/** A number, typed, or where its limits are near stepped or slid to. */
function NumberInput(props: KindInputProps<ColumnOf<'wholeNumber' | 'decimal'>>) {
  const { column, value, onChange, input = 'field' } = props;
  return input !== 'field' && isRanged(column) ? (
    <RangeInput column={column} value={value} onChange={onChange} kind={input} />
  ) : (
    <Typed {...props} keys={column.kind === 'wholeNumber' ? 'numeric' : 'decimal'} />
  );
}

export const number: KitKind<ColumnOf<'wholeNumber' | 'decimal'>> = { ...figure, Input: NumberInput };
export const money: KitKind<ColumnOf<'money'>> = {
  ...figure,
  Input: (props) => <Typed {...props} keys="decimal" unit={props.column.currency} />,
};

function MeasureInput(props: KindInputProps<ColumnOf<'measure'>>) {
  const { settings } = useKit();
  return <Typed {...props} keys="decimal" unit={inputUnit(props.column, settings)} />;
}
export const measure: KitKind<ColumnOf<'measure'>> = { ...figure, Input: MeasureInput };

const dayKinds = { date: 'date', time: 'time', dateTime: 'datetime-local' } as const;
const Day = ({
  column,
  value,
  onChange,
  onBlur,
  look,
  described,
}: KindInputProps<ColumnOf<'date' | 'time' | 'dateTime'>>) => (
  <DateInput
    kind={dayKinds[column.kind]}
    value={value}
    onChange={onChange}
    onBlur={onBlur}
    className={look}
    {...described}
  />
);
export const date: KitKind<ColumnOf<'date'>> = { ...figure, Input: Day };
export const time: KitKind<ColumnOf<'time' | 'dateTime'>> = { ...plain, Input: Day };

export const attached: KitKind<ColumnOf<'picture' | 'file'>> = {
  ...plain,
  Input: ({ column, value, onChange }) => <AttachmentInput column={column} value={value} onChange={onChange} />,
};
