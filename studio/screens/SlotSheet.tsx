import { traitsOf } from '@/core/column';
import { View } from 'react-native';
import { type Slot, slotLooks, type Table } from '@/core/model';
import { columnOfText } from '@/core/plan';
import { ChoiceField } from '@/ui';
import { PausedTextField } from '../PausedTextField';
import { useApp } from '../useApp';
import { ExpressionField } from './ExpressionField';
import { FormatField } from './FormatField';
import { PartSheet } from './PartSheet';
import { StylesEditor } from './StylesEditor';

interface SlotSheetProps {
  title: string;
  table: Table;
  slot: Slot;
  /** Whether it bears a label. */
  labelled?: boolean;
  /** Whether it may stand on lines of its own. */
  wraps?: boolean;
  onChange(slot: Slot): void;
  onRemove?: () => void;
  onClose(): void;
}

/**
 * One slot: what fills it, how that is shown, and how it looks where conditions hold. Each change shows in the phone at
 * once.
 */
export function SlotSheet({
  title,
  table,
  slot,
  labelled = false,
  wraps = false,
  onChange,
  onRemove,
  onClose,
}: SlotSheetProps) {
  const { definition } = useApp().state;
  const column = columnOfText(definition, table.id, slot.text);
  const isPicture = traitsOf(column).isAttachment;
  /** `undefined` takes a setting away. */
  const set = (change: Partial<Slot>) =>
    onChange(
      Object.fromEntries(Object.entries({ ...slot, ...change }).filter(([, value]) => value !== undefined)) as Slot,
    );
  return (
    <PartSheet title={title} onRemove={onRemove} onClose={onClose}>
      <ExpressionField
        label="Shows"
        help="A column, one that a link leads to, or an SQL expression over the record."
        table={table}
        text={slot.text}
        expected="shown"
        onChange={(text) => text !== undefined && set({ text, format: undefined })}
      />
      {labelled ? (
        <PausedTextField
          label="Label"
          mayBeBlank
          value={slot.label ?? ''}
          maxLength={80}
          onChange={(label) => set({ label: label || undefined })}
        />
      ) : null}
      {isPicture ? null : (
        <>
          <FormatField table={table} text={slot.text} format={slot.format} onChange={(format) => set({ format })} />
          <ChoiceField
            label="Weight"
            choices={slotLooks.map((look) => ({
              value: look,
              label: { plain: 'Plain', strong: 'Bold', soft: 'Quiet' }[look],
            }))}
            value={slot.look ?? 'plain'}
            onChange={(look) => set({ look: look === 'plain' ? undefined : look })}
          />
          {wraps ? (
            <ChoiceField
              label="Lines"
              choices={[
                { value: '0', label: 'Beside the others' },
                ...['1', '2', '3', '4'].map((lines) => ({
                  value: lines,
                  label: lines === '1' ? 'A line of its own' : `Up to ${lines}`,
                })),
              ]}
              value={String(slot.maxLines ?? 0)}
              onChange={(lines) => set({ maxLines: Number(lines) || undefined })}
            />
          ) : null}
          <ExpressionField
            label="Tone from"
            help="A choice gives the colour that it has in the plan; an expression the name of one, such as CASE WHEN late THEN 'red' END."
            none="The value’s own, if it has one"
            table={table}
            text={slot.tone}
            expected="tone"
            onChange={(tone) => set({ tone })}
          />
          <View className="gap-2">
            <StylesEditor
              what="this"
              table={table}
              styles={slot.styles ?? []}
              onChange={(styles) => set({ styles: styles.length > 0 ? styles : undefined })}
            />
          </View>
        </>
      )}
    </PartSheet>
  );
}
