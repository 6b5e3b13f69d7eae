import Plus from 'lucide-react-native/icons/plus';
import { View } from 'react-native';
import { counted } from '../counted';
import { newId } from '../newId';
import { useApp } from '../useApp';
import { ExpressionField } from './ExpressionField';
import { useCount } from './useCount';
import { type Style, styleIcons, type Table, tones } from '@/core/model';
import { columnText, shownColumns } from '@/core/plan';
import { Button, ChoiceField, SwitchField, Text } from '@/ui';

interface StylesEditorProps {
  /** What is styled, in words: "the row". */
  what: string;
  table: Table;
  styles: readonly Style[];
  onChange(styles: Style[]): void;
}

/** How something looks where a condition holds, with how many rows each touches now. */
export function StylesEditor({ what, table, styles, onChange }: StylesEditorProps) {
  const { definition } = useApp().state;
  const set = (id: string, change: Partial<Style>) =>
    onChange(styles.map((style) => (style.id === id ? { ...style, ...change } : style)));
  const columns = shownColumns(definition, table);
  const yesNo = columns.find(({ kind }) => kind === 'yesNo');
  const choice = columns.find(({ kind }) => kind === 'choice');
  const first = yesNo
    ? columnText(yesNo)
    : choice
      ? [
          `${columnText(choice)} =`,
          `'${choice.kind === 'choice' ? (choice.choices.at(-1) ?? '').replaceAll("'", "''") : ''}'`,
        ].join(' ')
      : 'FALSE';
  return (
    <View className="gap-4">
      {styles.map((style, index) => (
        <View
          key={style.id}
          role="group"
          aria-label={`Style ${index + 1} of ${what}`}
          className="gap-3 border-l-4 border-plum pl-4"
        >
          <ExpressionField
            label="Where"
            table={table}
            text={style.when}
            expected="condition"
            onChange={(when) => when !== undefined && set(style.id, { when })}
          />
          <Touched table={table} condition={style.when} />
          <ChoiceField
            label="Tone"
            choices={[
              { value: 'none', label: 'None' },
              ...tones.map((tone) => ({ value: tone, label: tone.charAt(0).toUpperCase() + tone.slice(1) })),
            ]}
            value={style.tone ?? 'none'}
            onChange={(tone) => set(style.id, { tone: tone === 'none' ? undefined : (tone as Style['tone']) })}
          />
          <ChoiceField
            label="Icon"
            choices={[
              { value: 'none', label: 'None' },
              ...styleIcons.map((icon) => ({ value: icon, label: icon.charAt(0).toUpperCase() + icon.slice(1) })),
            ]}
            value={style.icon ?? 'none'}
            onChange={(icon) => set(style.id, { icon: icon === 'none' ? undefined : (icon as Style['icon']) })}
          />
          <SwitchField
            label="Bold"
            value={style.strong ?? false}
            onChange={(strong) => set(style.id, { strong: strong || undefined })}
          />
          <SwitchField
            label={what === 'the row' ? 'Faint' : 'Hidden'}
            value={style.hide ?? false}
            onChange={(hide) => set(style.id, { hide: hide || undefined })}
          />
          <View className="items-start">
            <Button
              kind="danger"
              label={`Remove style ${index + 1}`}
              onPress={() => onChange(styles.filter(({ id }) => id !== style.id))}
            />
          </View>
        </View>
      ))}
      <View className="items-start">
        <Button
          icon={Plus}
          label={`Add a style to ${what}`}
          onPress={() => onChange([...styles, { id: newId(), when: first, tone: 'red' }])}
        />
      </View>
    </View>
  );
}

function Touched({ table, condition }: { table: Table; condition: string }) {
  const count = useCount(table, condition);
  if (!count) return null;
  return (
    <Text
      look="soft"
      role="status"
    >{`Touches ${counted(count.holds, 'row', 'rows')} of ${counted(count.all, 'row', 'rows')} now.`}</Text>
  );
}
