import { columnTraits, traitsOf } from '@/core/column';
import { View } from 'react-native';
import { papers, type RecordScreen, type Table } from '@/core/model';
import { incomingLinks, linkOf, slotOf } from '@/core/plan';
import { Button, ChoiceField, SelectField, Text } from '@/ui';
import { PausedTextField } from '../PausedTextField';
import { useApp } from '../useApp';
import { Section } from './Section';
import { SlotList } from './SlotList';
import { TotalsEditor } from './TotalsEditor';
import { useChange } from './view';

/** The record laid out for paper. */
export function PageEditor({ screen, table }: { screen: RecordScreen; table: Table }) {
  const { definition } = useApp().state;
  const change = useChange(screen);
  const { page } = screen;
  const links = incomingLinks(definition, table.id);
  const start = () =>
    change((draft) => {
      const plain = table.columns.filter(({ kind }) => columnTraits[kind].sorts);
      draft.page = {
        paper: 'A4',
        heading: `${table.recordName} {}`,
        facts: plain.slice(0, 6).map((column) => ({ ...slotOf(column), label: column.name })),
      };
    });
  if (!page) {
    return (
      <Section title="On paper" help="A page with a head, lines and totals, printed or kept as PDF by the browser.">
        <View className="items-start">
          <Button label="Lay it out for paper" onPress={start} />
        </View>
      </Section>
    );
  }
  const side = page.lines && linkOf(definition, page.lines.columnId);
  return (
    <Section title="On paper" help="Print it from the record in the phone.">
      <ChoiceField
        label="Paper"
        choices={papers.map((paper) => ({ value: paper, label: paper }))}
        value={page.paper}
        onChange={(paper) => change((draft) => void (draft.page && (draft.page.paper = paper)))}
      />
      <PausedTextField
        label="Heading"
        help="{} stands for the record’s name."
        value={page.heading}
        onChange={(heading) => change((draft) => void (draft.page && (draft.page.heading = heading)))}
      />
      <SlotList
        title="Facts at its head"
        one="head fact"
        table={table}
        slots={page.facts}
        most={20}
        labelled
        onChange={(facts) => change((draft) => void (draft.page && (draft.page.facts = facts)))}
      />
      <SelectField
        label="Lines"
        options={[
          { value: '', label: 'None' },
          ...links.map(({ column }) => ({ value: column.id, label: column.inverse })),
        ]}
        value={page.lines?.columnId ?? ''}
        onChange={(columnId) =>
          change((draft) => {
            if (!draft.page) return;
            const chosen = links.find(({ column }) => column.id === columnId);
            if (!chosen) delete draft.page.lines;
            else
              draft.page.lines = {
                columnId,
                slots: chosen.table.columns
                  .filter((column) => column.id !== columnId && traitsOf(column).sorts)
                  .slice(0, 5)
                  .map((column) => ({ ...slotOf(column), label: column.name })),
                totals: [],
              };
          })
        }
      />
      {side && page.lines ? (
        <>
          <SlotList
            title="Columns of the lines"
            one="column"
            table={side.table}
            slots={page.lines.slots}
            most={8}
            labelled
            onChange={(slots) =>
              slots.length > 0 && change((draft) => void (draft.page?.lines && (draft.page.lines.slots = slots)))
            }
          />
          <Text look="strong">Totals below them</Text>
          <TotalsEditor
            table={side.table}
            totals={page.lines.totals}
            most={4}
            onChange={(totals) => change((draft) => void (draft.page?.lines && (draft.page.lines.totals = totals)))}
          />
        </>
      ) : null}
      <PausedTextField
        label="At the foot of each page"
        mayBeBlank
        value={page.foot ?? ''}
        onChange={(foot) =>
          change((draft) => void (draft.page && (foot ? (draft.page.foot = foot) : delete draft.page.foot)))
        }
      />
      <View className="items-start">
        <Button kind="danger" label="Take the page away" onPress={() => change((draft) => void delete draft.page)} />
      </View>
    </Section>
  );
}
