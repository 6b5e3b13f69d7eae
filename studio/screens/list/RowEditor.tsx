import { View } from 'react-native';
import { useApp } from '../../useApp';
import { Section } from '../Section';
import { OneSlot, SlotList } from '../SlotList';
import { StylesEditor } from '../StylesEditor';
import { useChange } from '../view';
import type { ListEditorProps } from './props';
import { columnTraits } from '@/core/column';
import { LEAST_ROW_HEIGHT, type RowDesign, rowShapes, type Table } from '@/core/model';
import { columnText, madeRow, shownColumns } from '@/core/plan';
import { ChoiceField } from '@/ui';

const shapeWords = { rows: 'List', cards: 'Cards', pictures: 'Picture grid' } as const;

/** How one row of the list looks. */
export function RowEditor({ screen, table }: ListEditorProps) {
  const { definition } = useApp().state;
  const changeScreen = useChange(screen);
  const row = screen.row ?? madeRow(definition, table);
  const change = (make: (row: RowDesign) => RowDesign) =>
    changeScreen((draft) => void (draft.row = make(draft.row ?? madeRow(definition, table))));
  const put =
    <K extends 'picture' | 'title' | 'badge'>(key: K) =>
    (slot: RowDesign[K]) =>
      change(({ [key]: _gone, ...rest }) => {
        void _gone;
        return (slot ? { ...rest, [key]: slot } : rest) as RowDesign;
      });
  const columns = shownColumns(definition, table);
  const picture = columns.find(({ kind }) => kind === 'picture');
  const choice =
    columns.find(({ kind }) => kind === 'choice') ?? columns.find(({ kind }) => !columnTraits[kind].isAttachment);
  return (
    <Section title="The row" help="On the rows of now, in the phone beside: tap a slot, here or there.">
      <ChoiceField
        label="Stands as"
        choices={rowShapes.map((shape) => ({ value: shape, label: shapeWords[shape] }))}
        value={row.shape}
        onChange={(shape) =>
          change((draft) => ({ ...draft, shape, across: shape === 'rows' ? 1 : Math.max(2, draft.across) }))
        }
      />
      <ChoiceField
        label="Beside one another, where there is room"
        choices={['1', '2', '3', '4'].map((across) => ({ value: across, label: across }))}
        value={String(row.across)}
        onChange={(across) => change((draft) => ({ ...draft, across: Number(across) }))}
      />
      <View>
        <OneSlot
          name="Picture"
          table={table}
          slot={row.picture}
          start={picture ? columnText(picture) : null}
          none={picture ? 'None' : `${table.name} has no picture column`}
          onChange={put('picture')}
        />
        <OneSlot
          name="Title"
          table={table}
          slot={row.title}
          start={columnText(table.columns[0] as Table['columns'][number])}
          none="What names the record"
          onChange={put('title')}
        />
        <OneSlot
          name="Badge"
          table={table}
          slot={row.badge}
          start={choice ? columnText(choice) : null}
          none="None"
          onChange={put('badge')}
        />
      </View>
      <SlotList
        title="Lines under the title"
        one="line"
        table={table}
        slots={row.lines}
        most={6}
        wraps
        onChange={(lines) => change((draft) => ({ ...draft, lines }))}
      />
      <SlotList
        title="At the right edge"
        one="edge fact"
        table={table}
        slots={row.edge}
        most={3}
        onChange={(edge) => change((draft) => ({ ...draft, edge }))}
      />
      <ChoiceField
        label="Height at least"
        choices={[
          { value: '0', label: 'As it needs' },
          ...[LEAST_ROW_HEIGHT + 8, 72, 96, 120].map((height) => ({ value: String(height), label: `${height}` })),
        ]}
        value={String(row.minHeight ?? 0)}
        onChange={(height) =>
          change(({ minHeight: _before, ...draft }) => {
            void _before;
            return height === '0' ? draft : { ...draft, minHeight: Number(height) };
          })
        }
      />
      <StylesEditor
        key={screen.id}
        what="the row"
        table={table}
        styles={row.styles ?? []}
        onChange={(styles) => change((draft) => ({ ...draft, styles }))}
      />
    </Section>
  );
}
