import { ChoiceField } from '@/ui';
import { ExpressionField } from '../ExpressionField';
import { FormatField } from '../FormatField';
import { Section } from '../Section';
import { SortEditor } from '../SortEditor';
import { TotalsEditor } from '../TotalsEditor';
import { putSource, SourceField } from '../SourceField';
import { useChange } from '../view';

import type { ListEditorProps } from './props';

/** Which rows are listed, in which order, under which heads. */
export function RowsSection({ screen, table }: ListEditorProps) {
  const change = useChange(screen);
  return (
    <Section title="Rows" help="Which rows are listed, in which order, and under which heads.">
      <SourceField
        label="Lists"
        table={table}
        source={screen}
        onChange={(source) => change((draft) => putSource(draft, source))}
      />
      <SortEditor
        table={table}
        sort={screen.sort ?? []}
        onChange={(sort) => change((draft) => void (sort.length > 0 ? (draft.sort = sort) : delete draft.sort))}
      />
      <ExpressionField
        label="Sections by"
        none="No sections"
        table={table}
        text={screen.section?.text}
        expected="value"
        onChange={(text) =>
          change(
            (draft) =>
              void (text === undefined
                ? delete draft.section
                : (draft.section = { totals: [], ...draft.section, text })),
          )
        }
      />
      {screen.section ? (
        <>
          <FormatField
            table={table}
            text={screen.section.text}
            format={screen.section.format}
            onChange={(format) =>
              change(
                (draft) =>
                  void (draft.section && (format ? (draft.section.format = format) : delete draft.section.format)),
              )
            }
          />
          <ChoiceField
            label="Sections go"
            choices={[
              { value: 'ascending', label: 'Upwards' },
              { value: 'descending', label: 'Downwards' },
            ]}
            value={screen.section.direction ?? 'ascending'}
            onChange={(direction) => change((draft) => void (draft.section && (draft.section.direction = direction)))}
          />
          <TotalsEditor
            table={table}
            totals={screen.section.totals}
            most={3}
            onChange={(totals) => change((draft) => void (draft.section && (draft.section.totals = totals)))}
          />
        </>
      ) : null}
    </Section>
  );
}

/** Figures at the foot of the list. */
export function TotalsSection({ screen, table }: ListEditorProps) {
  const change = useChange(screen);
  return (
    <Section title="Totals" help="Figures over all rows of the list, at its foot.">
      <TotalsEditor
        table={table}
        totals={screen.totals ?? []}
        most={4}
        onChange={(totals) =>
          change((draft) => void (totals.length > 0 ? (draft.totals = totals) : delete draft.totals))
        }
      />
    </Section>
  );
}
