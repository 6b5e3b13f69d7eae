import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import FileCode from 'lucide-react-native/icons/file-code';
import Pencil from 'lucide-react-native/icons/pencil';
import Plus from 'lucide-react-native/icons/plus';
import Rows3 from 'lucide-react-native/icons/rows-3';
import Sigma from 'lucide-react-native/icons/sigma';
import TextCursor from 'lucide-react-native/icons/text-cursor';
import Trash from 'lucide-react-native/icons/trash';
import UserRound from 'lucide-react-native/icons/user-round';
import { ScrollView, View } from 'react-native';
import { NEW, useAddress, useOpen } from '../address';
import { pasteTool, useClipTools } from '../clip';
import { useReadCode } from '../code';
import { StartingRows } from '../starting';
import { useApp } from '../useApp';
import { useEdit } from '../useEdit';
import { useStateOf } from '../useStateOf';
import { useTopOf } from '../useTopOf';
import { ColumnGrid } from './ColumnGrid';
import { ColumnList } from './ColumnList';
import { ColumnSheet } from './ColumnSheet';
import { ComputedSheet } from './ComputedSheet';
import { KeyList } from './KeyList';
import { KeySheet } from './KeySheet';
import { LinkList } from './LinkList';
import { LinkSheet } from './LinkSheet';
import { LinkTextSheet } from './LinkTextSheet';
import { NamingSheet } from './NamingSheet';
import { OwnerSheet } from './OwnerSheet';
import { RemoveQuestion } from './RemoveButton';
import { TableSheet } from './TableSheet';
import type { PlainColumn } from './draftTexts';
import { isLink } from '@/core/column';
import type { Column, Table } from '@/core/model';
import { linksAt, withArticle } from '@/core/plan';
import { IconButton, Text, Toolbar, useWide } from '@/ui';

/** One table: its columns in order, and what names a record. */
export function TableEditor({ table }: { table: Table }) {
  const [removing, setRemoving] = useStateOf(table.id, false);
  const scroll = useTopOf(table.id);
  const edit = useEdit();
  const wide = useWide();
  const Columns = wide ? ColumnGrid : ColumnList;
  const { definition, starting } = useApp().state;
  const { people } = definition;
  const { part } = useAddress();
  const { open, leave } = useOpen();
  const readCode = useReadCode();
  const clipTools = useClipTools({ kind: 'table', id: table.id });
  const openPart = (kind: string, id = '') => open({ room: 'tables', id: table.id, part: { kind, id } });
  const starts = starting?.[table.id] ?? 0;
  const { naming } = table;
  const named =
    naming.kind === 'column' ? (table.columns.find(({ id }) => id === naming.columnId)?.name ?? '') : naming.text;
  if (part?.kind === 'starting')
    return <StartingRows key={table.id} table={table} onBack={() => leave({ room: 'tables', id: table.id })} />;
  return (
    <ScrollView {...scroll} contentContainerClassName="gap-6 p-5 pb-24 lg:px-8">
      <View className="flex-row items-start gap-1">
        {wide ? null : <IconButton icon={ArrowLeft} label="All tables" onPress={() => leave({ room: 'plan' })} />}
        <View className="flex-1 gap-1 pt-1">
          <Text look="display">{table.name}</Text>
          <Text look="soft">
            One row is {withArticle(table.recordName)}, named by <Text look="mono">{named}</Text>
            {table.owned ? ', and only its owner sees it' : ''}
            {people?.tableId === table.id ? '. These are the people who sign in' : ''}
          </Text>
        </View>
      </View>
      <Toolbar
        of={table.id}
        main={{ icon: Plus, label: 'Add column', onPress: () => openPart('columns', NEW) }}
        tools={[
          { icon: Sigma, label: 'Add computed column', onPress: () => openPart('computed', NEW) },
          {
            icon: Rows3,
            label: starts > 0 ? `Starting rows: ${starts}` : 'Starting rows',
            onPress: () => openPart('starting'),
          },
        ]}
        more={[
          ...clipTools,
          pasteTool,
          { icon: TextCursor, label: 'What names a record', onPress: () => openPart('naming') },
          { icon: Pencil, label: 'Names and heading', onPress: () => openPart('names') },
          ...(people && people.tableId !== table.id
            ? [{ icon: UserRound, label: 'Whose rows these are', onPress: () => openPart('owner') }]
            : []),
          { icon: FileCode, label: 'Read its code', onPress: () => readCode(table.id) },
          { icon: Trash, label: 'Remove table', danger: true, onPress: () => setRemoving(true) },
        ]}
      />
      {removing ? (
        <RemoveQuestion
          what="table"
          name={table.name}
          edit={{ kind: 'removeTable', tableId: table.id }}
          harmless={`${table.name} has no rows.`}
          onKept={() => setRemoving(false)}
        />
      ) : null}
      <Columns
        table={table}
        onOpen={(each) => openPart(partKind(each), each.id)}
        onMove={(columnId, to) => edit.mutate({ edit: { kind: 'moveColumn', tableId: table.id, columnId, to } })}
      />
      <LinkList
        table={table}
        onOpen={({ column }) => openPart('links', column.id)}
        onAdd={() => openPart('links', NEW)}
      />
      <KeyList table={table} onOpen={({ id }) => openPart('keys', id)} onAdd={() => openPart('keys', NEW)} />
      {part ? (
        <OpenPart key={`${table.id} ${part.kind} ${part.id}`} table={table} part={part} openPart={openPart} />
      ) : null}
    </ScrollView>
  );
}

const partKind = (column: Column): string =>
  isLink(column) ? 'links' : column.kind === 'expression' ? 'computed' : 'columns';

/** The part of a table that is open in its sheet; of one that is gone nothing is. */
function OpenPart({
  table,
  part: { kind, id },
  openPart,
}: {
  table: Table;
  part: { kind: string; id: string };
  openPart: (kind: string, id?: string) => void;
}) {
  const { definition } = useApp().state;
  const { leave } = useOpen();
  const close = () => leave({ room: 'tables', id: table.id });
  const own = table.columns.find((column) => column.id === id);
  // Any column can be asked for as one, by search say.
  const asked = kind === 'columns' && own ? partKind(own) : kind;
  switch (asked) {
    case 'columns':
      return own || id === NEW ? (
        <ColumnSheet
          table={table}
          column={(own as PlainColumn | undefined) ?? null}
          onClose={close}
          onLink={(column) => openPart('linking', column.id)}
        />
      ) : null;
    case 'linking':
      return own?.kind === 'text' || own?.kind === 'barcode' ? (
        <LinkTextSheet table={table} column={own} onClose={close} />
      ) : null;
    case 'computed':
      return own?.kind === 'expression' || id === NEW ? (
        <ComputedSheet table={table} column={own?.kind === 'expression' ? own : null} onClose={close} />
      ) : null;
    case 'links': {
      const link = linksAt(definition, table).find(({ column }) => column.id === id);
      return link || id === NEW ? (
        <LinkSheet table={link?.table ?? table} column={link?.column ?? null} onClose={close} />
      ) : null;
    }
    case 'keys': {
      const key = table.keys?.find((each) => each.id === id);
      return key || id === NEW ? <KeySheet table={table} made={key ?? null} onClose={close} /> : null;
    }
    case 'naming':
      return <NamingSheet table={table} onClose={close} />;
    case 'owner':
      return <OwnerSheet table={table} onClose={close} />;
    case 'names':
      return <TableSheet table={table} onClose={close} />;
    default:
      return null;
  }
}
