import Link2 from 'lucide-react-native/icons/link-2';
import { Pressable, View } from 'react-native';
import type { ColumnOf, Table } from '@/core/model';
import { linksAt, linkSentence } from '@/core/plan';
import { Button, color, Icon, Text } from '@/ui';
import { useApp } from '../useApp';

export interface OpenLink {
  table: Table;
  column: ColumnOf<'link'>;
}

/** The links of a table on either side, each as the sentence that it is. */
export function LinkList({
  table,
  onOpen,
  onAdd,
}: {
  table: Table;
  onOpen: (link: OpenLink) => void;
  onAdd: () => void;
}) {
  const { definition } = useApp().state;
  const links = linksAt(definition, table);
  return (
    <View className="gap-2">
      <View className="flex-row flex-wrap items-center justify-between gap-3">
        <Text look="title">Links</Text>
        <Button icon={Link2} label="Add link" onPress={onAdd} />
      </View>
      {links.length === 0 ? (
        <Text look="soft">
          {[
            `Nothing is linked to ${table.name.toLowerCase()} yet. A`,
            'link says who has many of what, and what belongs to whom.',
          ].join(' ')}
        </Text>
      ) : null}
      <View role="list" aria-label={`Links of ${table.name}`}>
        {links.map((link) => {
          const words = linkSentence(definition, link.table, link.column);
          return (
            <View key={link.column.id} role="listitem" className="border-b border-stem">
              <Pressable
                role="button"
                aria-label={`Edit the link: ${words}`}
                onPress={() => onOpen(link)}
                className="min-h-[56px] flex-row items-center gap-3 py-2 hover:opacity-80"
              >
                <Icon of={Link2} size={19} color={color('plum')} />
                <Text look="body" className="flex-1">
                  {words}
                </Text>
              </Pressable>
            </View>
          );
        })}
      </View>
    </View>
  );
}
