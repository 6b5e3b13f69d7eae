import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { MOST_NAME, type ScreenKind } from '@/core/model';
import { screensOf } from '@/core/plan';
import { Button, SelectField, Sheet, Text, TextField } from '@/ui';
import { useOpen } from '../address';
import { newId } from '../newId';
import { useApp } from '../useApp';
import { useEdit } from '../useEdit';
import { showInPhone } from './view';
import { kindWords, screenKinds, studioScreenOf } from './kinds';

/** A new screen: of which kind, of which table, and what it is called. */
export function AddScreenSheet({ onClose }: { onClose: () => void }) {
  const { appId, state } = useApp();
  const { definition } = state;
  const { tables } = definition;
  const edit = useEdit();
  const { replace } = useOpen();
  const [kind, setKind] = useState<ScreenKind | null>(null);
  const [tableId, setTableId] = useState(tables[0]?.id ?? '');
  const [name, setName] = useState('');
  const of = kind && studioScreenOf(kind);
  const suiting = of?.suits ? tables.filter(of.suits) : [];
  const table = suiting.find(({ id }) => id === tableId) ?? suiting[0];
  const needsTable = of?.suits !== null;
  const add = () => {
    if (!of || (needsTable && !table)) return;
    const screen = of.blank({ id: newId(), name: name.trim() || of.suggests(table), table, definition });
    edit.mutate(
      { edit: { kind: 'addScreen', screen } },
      {
        onSuccess: (after) => {
          replace({ room: 'screens', id: screen.id });
          void showInPhone(appId, after.definition, screen.id);
        },
      },
    );
  };
  return (
    <Sheet
      title="Add screen"
      onClose={onClose}
      foot={
        <Button
          kind="main"
          label="Add screen"
          disabled={!kind || (needsTable && !table) || edit.isPending}
          onPress={add}
        />
      }
    >
      <View role="radiogroup" aria-label="Kind" className="gap-2">
        {screenKinds
          .filter((each) => {
            const { suits } = studioScreenOf(each);
            return suits === null || tables.some(suits);
          })
          .map((each) => (
            <Pressable
              key={each}
              role="radio"
              aria-label={kindWords(each)}
              aria-checked={kind === each}
              onPress={() => setKind(each)}
              className={[
                'min-h-[44px] justify-center rounded-lg border px-3.5 py-2',
                kind === each ? 'border-fern bg-fern-tint' : 'border-stem bg-leaf',
              ].join(' ')}
            >
              <Text look="strong">{kindWords(each)}</Text>
              <Text look="soft">{studioScreenOf(each).what}</Text>
            </Pressable>
          ))}
      </View>
      {kind && needsTable ? (
        <SelectField
          label="Of the table"
          options={suiting.map(({ id, name: label }) => ({ value: id, label }))}
          value={table?.id ?? ''}
          onChange={setTableId}
        />
      ) : null}
      {of ? (
        <TextField
          most={MOST_NAME}
          label="Name"
          value={name}
          placeholder={of.suggests(table)}
          onChangeText={setName}
          onSubmitEditing={add}
        />
      ) : null}
      {screensOf(definition).list.length > 150 ? <Text look="soft">This app has many screens already.</Text> : null}
    </Sheet>
  );
}
