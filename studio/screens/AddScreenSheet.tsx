import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { MOST_NAME, type Screen, type ScreenKind, type Table } from '@/core/model';
import { columnText, isLink, madeRow, screensOf, shownColumns } from '@/core/plan';
import { Button, SelectField, Sheet, Text, TextField } from '@/ui';
import { newId } from '../newId';
import { useApp, useEdit } from '../useApp';
import { openScreen, showInPhone } from './view';
import { addable, kindWords } from './words';

/** A new screen: of which kind, of which table, and what it is called. */
export function AddScreenSheet({ onClose }: { onClose: () => void }) {
  const { appId, state } = useApp();
  const { definition } = state;
  const { tables } = definition;
  const edit = useEdit();
  const [kind, setKind] = useState<ScreenKind | null>(null);
  const [tableId, setTableId] = useState(tables[0]?.id ?? '');
  const [name, setName] = useState('');
  const suiting =
    kind === 'scan' ? tables.filter(({ columns }) => columns.some((column) => column.kind === 'barcode')) : tables;
  const table = suiting.find(({ id }) => id === tableId) ?? suiting[0];
  const needsTable = kind !== 'menu' && kind !== 'settings';
  const hasCodes = tables.some(({ columns }) => columns.some((column) => column.kind === 'barcode'));
  const add = () => {
    if (!kind || (needsTable && !table)) return;
    const screen = blankScreen(kind, name.trim() || suggested(kind, table), table, definition);
    edit.mutate(
      { edit: { kind: 'addScreen', screen } },
      {
        onSuccess: (after) => {
          onClose();
          openScreen(screen.id);
          void showInPhone(appId, after.definition, screen.id);
        },
      },
    );
  };
  return (
    <Sheet
      beside
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
        {addable
          .filter((each) =>
            each.kind === 'scan' ? hasCodes : tables.length > 0 || each.kind === 'menu' || each.kind === 'settings',
          )
          .map((each) => (
            <Pressable
              key={each.kind}
              role="radio"
              aria-label={kindWords[each.kind]}
              aria-checked={kind === each.kind}
              onPress={() => setKind(each.kind)}
              className={`min-h-[44px] justify-center rounded-lg border px-3.5 py-2 ${kind === each.kind ? 'border-fern bg-fern-tint' : 'border-stem bg-leaf'}`}
            >
              <Text look="strong">{kindWords[each.kind]}</Text>
              <Text look="soft">{each.what}</Text>
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
      {kind ? (
        <TextField
          most={MOST_NAME}
          label="Name"
          value={name}
          placeholder={suggested(kind, table)}
          onChangeText={setName}
          onSubmitEditing={add}
        />
      ) : null}
      {screensOf(definition).list.length > 150 ? <Text look="soft">This app has many screens already.</Text> : null}
    </Sheet>
  );
}

const suggested = (kind: ScreenKind, table: Table | undefined): string =>
  table && kind !== 'menu' && kind !== 'settings'
    ? {
        list: table.name,
        record: table.recordName,
        form: `${table.recordName} form`,
        report: `${table.name} report`,
        scan: `Scan ${table.recordName.toLowerCase()}`,
      }[kind]
    : kindWords[kind];

function blankScreen(
  kind: ScreenKind,
  name: string,
  table: Table | undefined,
  definition: Parameters<typeof shownColumns>[0],
): Screen {
  const id = newId();
  const tableId = table?.id ?? '';
  switch (kind) {
    case 'list':
      return { kind, id, name, tableId, ...(table ? { row: madeRow(definition, table) } : {}) };
    case 'record':
    case 'form':
      return { kind, id, name, tableId };
    case 'menu':
      return { kind, id, name, entries: [] };
    case 'scan': {
      const code = table?.columns.find((column) => column.kind === 'barcode');
      return { kind, id, name, codes: code ? [{ tableId, columnId: code.id }] : [], found: { kind: 'open' } };
    }
    case 'settings':
      return { kind, id, name };
    case 'report': {
      const columns = table ? shownColumns(definition, table) : [];
      const group =
        columns.find(({ kind: of }) => of === 'choice') ??
        columns.find(({ kind: of }) => of === 'date') ??
        columns.find(isLink) ??
        columns[0];
      return {
        kind,
        id,
        name,
        tableId,
        group: group ? columnText(group) : 'id',
        ...(group?.kind === 'date' ? { step: 'month' as const } : {}),
        value: { id: newId(), label: 'Records', aggregate: 'count' },
        chart: 'bars',
        order: 'group',
        most: 24,
      };
    }
  }
}
