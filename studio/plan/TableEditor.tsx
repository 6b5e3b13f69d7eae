import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import Plus from 'lucide-react-native/icons/plus';
import Sigma from 'lucide-react-native/icons/sigma';
import Table2 from 'lucide-react-native/icons/table-2';
import { useState } from 'react';
import { ScrollView, View } from 'react-native';
import { CodeLink } from '../code';
import { StartingRows } from '../starting';
import { useApp, useEdit } from '../useApp';
import { ColumnList } from './ColumnList';
import { ColumnSheet } from './ColumnSheet';
import { ComputedSheet } from './ComputedSheet';
import { KeyList } from './KeyList';
import { KeySheet } from './KeySheet';
import { LinkList, type OpenLink } from './LinkList';
import { LinkSheet } from './LinkSheet';
import { LinkTextSheet } from './LinkTextSheet';
import { NamingSheet } from './NamingSheet';
import { OwnerSheet } from './OwnerSheet';
import { RemoveButton } from './RemoveButton';
import { TableSheet } from './TableSheet';
import type { PlainColumn } from './draftTexts';
import { isLink } from '@/core/column';
import type { ColumnOf, Table, TableKey } from '@/core/model';
import { withArticle } from '@/core/plan';
import { Button, IconButton, Text } from '@/ui';

/** One table: its columns in order, and what names a record. */
export function TableEditor({ table, onBack }: { table: Table; onBack: () => void }) {
  const [column, setColumn] = useState<PlainColumn | 'new' | null>(null);
  const [linking, setLinking] = useState<ColumnOf<'text' | 'barcode'> | null>(null);
  const [computed, setComputed] = useState<ColumnOf<'expression'> | 'new' | null>(null);
  const [link, setLink] = useState<OpenLink | 'new' | null>(null);
  const [key, setKey] = useState<TableKey | 'new' | null>(null);
  const [sheet, setSheet] = useState<'naming' | 'table' | 'owner' | null>(null);
  const [filling, setFilling] = useState(false);
  const edit = useEdit();
  const { definition, starting } = useApp().state;
  const { people } = definition;
  const starts = starting?.[table.id] ?? 0;
  const { naming } = table;
  const named =
    naming.kind === 'column' ? (table.columns.find(({ id }) => id === naming.columnId)?.name ?? '') : naming.text;
  if (filling) return <StartingRows table={table} onBack={() => setFilling(false)} />;
  return (
    <ScrollView contentContainerClassName="gap-6 p-5 pb-24 lg:px-8">
      <View className="flex-row items-start gap-1">
        <IconButton icon={ArrowLeft} label="All tables" onPress={onBack} />
        <View className="flex-1 gap-1 pt-1">
          <Text look="display">{table.name}</Text>
          <Text look="soft">
            One row is {withArticle(table.recordName)}, named by <Text look="mono">{named}</Text>
            {table.owned ? ', and only its owner sees it' : ''}
            {people?.tableId === table.id ? '. These are the people who sign in' : ''}
          </Text>
        </View>
      </View>
      <View className="flex-row flex-wrap gap-3">
        <Button kind="main" icon={Plus} label="Add column" onPress={() => setColumn('new')} />
        <Button icon={Sigma} label="Add computed column" onPress={() => setComputed('new')} />
        <Button label="What names a record" onPress={() => setSheet('naming')} />
        <Button label="Names and heading" onPress={() => setSheet('table')} />
        <Button
          icon={Table2}
          label={starts > 0 ? `Starting rows: ${starts}` : 'Starting rows'}
          onPress={() => setFilling(true)}
        />
        {people && people.tableId !== table.id ? (
          <Button label="Whose rows these are" onPress={() => setSheet('owner')} />
        ) : null}
        <CodeLink of={table.id} />
        <RemoveButton
          what="table"
          name={table.name}
          edit={{ kind: 'removeTable', tableId: table.id }}
          harmless={`${table.name} has no rows.`}
          onRemoved={onBack}
        />
      </View>
      <ColumnList
        table={table}
        onOpen={(each) =>
          isLink(each)
            ? setLink({ table, column: each })
            : each.kind === 'expression'
              ? setComputed(each)
              : setColumn(each)
        }
        onMove={(columnId, to) => edit.mutate({ edit: { kind: 'moveColumn', tableId: table.id, columnId, to } })}
      />
      <LinkList table={table} onOpen={setLink} onAdd={() => setLink('new')} />
      <KeyList table={table} onOpen={setKey} onAdd={() => setKey('new')} />
      {key ? <KeySheet table={table} made={key === 'new' ? null : key} onClose={() => setKey(null)} /> : null}
      {link ? (
        <LinkSheet
          table={link === 'new' ? table : link.table}
          column={link === 'new' ? null : link.column}
          onClose={() => setLink(null)}
        />
      ) : null}
      {linking ? <LinkTextSheet table={table} column={linking} onClose={() => setLinking(null)} /> : null}
      {computed ? (
        <ComputedSheet table={table} column={computed === 'new' ? null : computed} onClose={() => setComputed(null)} />
      ) : null}
      {column ? (
        <ColumnSheet
          table={table}
          column={column === 'new' ? null : column}
          onClose={() => setColumn(null)}
          onLink={(each) => (setColumn(null), setLinking(each))}
        />
      ) : null}
      {sheet === 'naming' ? <NamingSheet table={table} onClose={() => setSheet(null)} /> : null}
      {sheet === 'owner' ? <OwnerSheet table={table} onClose={() => setSheet(null)} /> : null}
      {sheet === 'table' ? <TableSheet table={table} onClose={() => setSheet(null)} /> : null}
    </ScrollView>
  );
}
