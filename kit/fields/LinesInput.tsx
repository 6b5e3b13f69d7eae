import Plus from 'lucide-react-native/icons/plus';
import Trash2 from 'lucide-react-native/icons/trash';
import { View } from 'react-native';
import { tableOf, useKit } from '../base/context';
import { kitKindOf } from '../kinds';
import { FieldInput } from './FieldInput';
import { ActionButton, IconButton } from '../base/parts';
import { Text } from '../base/Text';
import { blankLine, type LinesPart, type TypedLine } from './useLines';

/** Records that belong to the one in the form, typed here and saved with it. */
export function LinesInput({
  part,
  lines,
  onChange,
}: {
  part: LinesPart;
  lines: readonly TypedLine[];
  onChange: (lines: TypedLine[]) => void;
}) {
  const { app, settings } = useKit();
  const table = tableOf(app, part.tableId);
  if (!table) return null;
  const one = table.recordName.toLowerCase();
  const set = (at: number, columnId: string, text: string) =>
    onChange(
      lines.map((line, index) => (index === at ? { ...line, texts: { ...line.texts, [columnId]: text } } : line)),
    );
  return (
    <View role="group" aria-label={part.title} className="gap-3" {...{ dataSet: { part: part.id } }}>
      <Text
        role="heading"
        aria-level={3}
        className="border-b border-app-line pb-1 pt-2 font-bold text-[17px] text-app-ink"
      >
        {part.title} <Text className="font-sans text-[17px] text-app-soft">{lines.length}</Text>
      </Text>
      {lines.map((line, index) => (
        <View
          key={line.id ?? `new ${index}`}
          role="group"
          aria-label={`${table.recordName} ${index + 1}`}
          className="flex-row gap-2 border-b border-app-line pb-3"
        >
          <View className="flex-1 flex-row flex-wrap gap-3">
            {part.fields.map((column) => (
              <View
                key={column.id}
                style={{ flexGrow: 1, flexBasis: kitKindOf(column).isShort ? 104 : '100%', minWidth: 0 }}
              >
                <FieldInput
                  column={column}
                  value={line.texts[column.id] ?? ''}
                  onChange={(text) => set(index, column.id, text)}
                  onBlur={() => undefined}
                  inputRef={null}
                  idPrefix={`${part.id}-${index}-`}
                />
              </View>
            ))}
          </View>
          <IconButton
            icon={Trash2}
            label={`Take ${one} ${index + 1} away`}
            tone="danger"
            onPress={() => onChange(lines.filter((_, at) => at !== index))}
          />
        </View>
      ))}
      <ActionButton
        kind="plain"
        icon={Plus}
        label={`Add ${one}`}
        onPress={() => onChange([...lines, blankLine(part, app, settings)])}
      />
    </View>
  );
}
