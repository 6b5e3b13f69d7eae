import ArrowDown from 'lucide-react-native/icons/arrow-down';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import Plus from 'lucide-react-native/icons/plus';
import Users from 'lucide-react-native/icons/users';
import { useState } from 'react';
import { ScrollView, View } from 'react-native';
import type { Edit } from '@/core/edit';
import { MOST_NAME, type Table } from '@/core/model';
import { byHeading, readTable, settingsOfAllTyped } from '@/core/plan';
import { LinkPress } from '@/kit';
import { Button, ChoiceField, IconButton, Sheet, Text, TextField, Toolbar, useWide } from '@/ui';
import { NEW, useAddress, useOpen } from '../address';
import { pasteTool } from '../clip';
import { counted } from '../counted';
import { newId } from '../newId';
import { useApp } from '../useApp';
import { useEdit } from '../useEdit';
import { PeopleSheet } from './PeopleSheet';
import { PlanMapView } from './PlanMapView';
import { TableEditor } from './TableEditor';

/** What the app keeps: its tables and their columns. */
export function PlanPlace() {
  const { state } = useApp();
  const { tables } = state.definition;
  const { room, id } = useAddress();
  const { open, leave, replace } = useOpen();
  const wide = useWide();
  const table = room === 'tables' ? tables.find((each) => each.id === id) : undefined;
  const openTable = (tableId: string) => open({ room: 'tables', id: tableId });

  if (table) return <TableEditor table={table} />;
  return (
    <ScrollView contentContainerClassName="gap-6 p-5 pb-24 lg:px-8">
      <View className="flex-row flex-wrap items-end justify-between gap-3">
        <View className="gap-1">
          <Text look="display">Plan</Text>
          <Text look="soft">The tables that this app keeps.</Text>
        </View>
        <Toolbar
          main={{ icon: Plus, label: 'Add table', onPress: () => open({ room: 'plan', id: NEW }) }}
          tools={wide ? [] : [{ icon: Users, label: 'People', onPress: () => open({ room: 'people' }) }]}
          more={[pasteTool]}
        />
      </View>
      {tables.length === 0 ? (
        <Text look="body">
          A table holds records of one sort, such as Tools or Borrowers. Add the first, and its screens run at once.
        </Text>
      ) : null}
      {tables.length > 1 && !wide ? (
        <ChoiceField
          label="Show"
          choices={[
            { value: 'plan', label: 'Tables' },
            { value: 'map', label: 'Map' },
          ]}
          value={room === 'map' ? 'map' : 'plan'}
          onChange={(next) => open({ room: next })}
        />
      ) : null}
      {room === 'map' ? <PlanMapView onOpen={openTable} /> : <TableList />}
      {room === 'people' ? <PeopleSheet onClose={() => leave({ room: 'plan' })} /> : null}
      {room === 'plan' && id === NEW ? (
        <AddTableSheet
          onClose={() => leave({ room: 'plan' })}
          onAdded={(tableId) => replace({ room: 'tables', id: tableId })}
        />
      ) : null}
    </ScrollView>
  );
}

function AddTableSheet({ onClose, onAdded }: { onClose: () => void; onAdded: (tableId: string) => void }) {
  const [name, setName] = useState('');
  const edit = useEdit();
  const { definition } = useApp().state;
  const add = () => {
    const typed = readTable(name);
    const columns = settingsOfAllTyped(typed.columns, definition, typed.name, newId);
    const made: Edit = { kind: 'addTable', tableId: newId(), columnId: newId(), name: typed.name, columns };
    edit.mutate({ edit: made }, { onSuccess: () => onAdded(made.tableId) });
  };
  return (
    <Sheet
      title="Add table"
      onClose={onClose}
      foot={<Button kind="main" label="Add table" disabled={name.trim() === '' || edit.isPending} onPress={add} />}
    >
      <TextField
        most={name.includes(':') ? undefined : MOST_NAME}
        label="What does it hold?"
        help="In the plural, such as “Tools”; its columns can follow: “Tools: name, price money, bought date”."
        value={name}
        onChangeText={setName}
        onSubmitEditing={add}
        autoFocus
      />
    </Sheet>
  );
}

/** The tables in their order, each as a plate with its columns. */
function TableList() {
  const { tables } = useApp().state.definition;
  const edit = useEdit();
  return (
    <View className="gap-5">
      {byHeading(tables).map(({ heading, tables: group }) => (
        <View key={heading ?? ''}>
          {heading ? (
            <Text look="heading" className="pb-1 text-plum">
              {heading}
            </Text>
          ) : null}
          <View role="list" aria-label={heading ? `Tables of ${heading}` : 'Tables'}>
            {group.map((each, index) => (
              <TableLine
                key={each.id}
                table={each}
                above={group[index - 1]}
                below={group[index + 1]}
                onMove={(next) =>
                  edit.mutate({ edit: { kind: 'moveTable', tableId: each.id, to: tables.indexOf(next) } })
                }
              />
            ))}
          </View>
        </View>
      ))}
    </View>
  );
}

function TableLine({
  table,
  above,
  below,
  onMove,
}: {
  table: Table;
  above: Table | undefined;
  below: Table | undefined;
  onMove: (next: Table) => void;
}) {
  const { id, name, columns } = table;
  const { open } = useOpen();
  return (
    <View role="listitem" className="flex-row items-center border-b border-stem">
      <LinkPress
        aria-label={`Open ${name}`}
        onPress={() => open({ room: 'tables', id })}
        className="min-h-[72px] flex-1 justify-center gap-0.5 py-2 hover:opacity-80"
      >
        <Text look="title">{name}</Text>
        <Text look="soft" numberOfLines={2}>
          {counted(columns.length, 'column', 'columns')}: {columns.map((column) => column.name).join(', ')}
        </Text>
      </LinkPress>
      <IconButton
        tone="soft"
        icon={ArrowUp}
        label={`Move ${name} up`}
        disabled={!above}
        onPress={() => above && onMove(above)}
      />
      <IconButton
        tone="soft"
        icon={ArrowDown}
        label={`Move ${name} down`}
        disabled={!below}
        onPress={() => below && onMove(below)}
      />
    </View>
  );
}
