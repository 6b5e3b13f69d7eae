import { View } from 'react-native';
import { Below } from '../Below';
import { ActionsSection } from './list/ActionsSection';
import { CollectSection } from './list/CollectSection';
import { EmptySection } from './list/EmptySection';
import { FindingSection } from './list/FindingSection';
import type { ListEditorProps } from './list/props';
import { RowEditor } from './list/RowEditor';
import { RowsSection, TotalsSection } from './list/RowsSection';

/** A list: its row, what it holds and in which order, and what can be done with each row. */
export function ListEditor({ screen, table }: ListEditorProps) {
  return (
    <View className="gap-6">
      <RowEditor screen={screen} table={table} />
      <Below key={screen.id}>
        <RowsSection screen={screen} table={table} />
        <TotalsSection screen={screen} table={table} />
        <FindingSection screen={screen} />
        <ActionsSection screen={screen} table={table} />
        <CollectSection screen={screen} table={table} />
        <EmptySection screen={screen} />
      </Below>
    </View>
  );
}
