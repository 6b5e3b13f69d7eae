import { columnTraits } from '@/core/column';
import { View } from 'react-native';
import { collectings, columnText, madeRow, screensOf, shownColumns } from '@/core/plan';
import { LEAST_ROW_HEIGHT, type ListScreen, type RowDesign, rowShapes, type Table } from '@/core/model';
import { ChoiceField, SelectField, SwitchField } from '@/ui';
import { PausedTextField } from '../PausedTextField';
import { useApp } from '../useApp';
import { CollectFields, NoWay } from './CollectFields';
import { ExpressionField } from './ExpressionField';
import { FormatField } from './FormatField';
import { OneSlot, SlotList } from './SlotList';
import { Section } from './Section';
import { SortEditor } from './SortEditor';
import { StylesEditor } from './StylesEditor';
import { TotalsEditor } from './TotalsEditor';
import { putSource, SourceField } from './SourceField';
import { useChange } from './view';

const shapeWords = { rows: 'List', cards: 'Cards', pictures: 'Picture grid' } as const;

/** A list: its row, what it holds and in which order, and what can be done with each row. */
export function ListEditor({ screen, table }: { screen: ListScreen; table: Table }) {
  const { definition } = useApp().state;
  const change = useChange(screen);
  const { list } = screensOf(definition);
  const forms = list.filter((each) => each.kind === 'form' && each.tableId === table.id);
  const code = table.columns.find(({ kind }) => kind === 'barcode');
  const routines = (definition.routines ?? []).filter(({ tableId }) => tableId === table.id);
  const ways = collectings(definition, table.id);
  const way = ways.find(({ missing }) => missing === null);
  const shown = routines.filter(({ id }) => screen.routineIds?.includes(id));
  const records = list.filter((each) => each.kind === 'record' && each.tableId === table.id);
  return (
    <View className="gap-6">
      <RowEditor screen={screen} table={table} />
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
      <Section
        title="Finding"
        help="Case and accents are ignored, and words may come in any order. What links show is searched too."
      >
        <ChoiceField
          label="Search looks through"
          choices={[
            { value: 'all', label: 'All texts' },
            { value: 'slots', label: 'What the row shows' },
            { value: 'none', label: 'Nothing' },
          ]}
          value={screen.search ?? 'all'}
          onChange={(search) => change((draft) => void (draft.search = search))}
        />
        <SwitchField
          label="People may sort"
          value={screen.userSort ?? true}
          onChange={(userSort) => change((draft) => void (draft.userSort = userSort))}
        />
        <SwitchField
          label="People may filter"
          value={screen.filters === undefined || screen.filters.length > 0}
          onChange={(filters) => change((draft) => void (filters ? delete draft.filters : (draft.filters = [])))}
        />
      </Section>
      <Section title="What a row does">
        <ChoiceField
          label="A tap"
          choices={[
            { value: 'record', label: 'Opens it' },
            { value: 'form', label: 'Edits it' },
            { value: 'actions', label: 'Asks' },
            ...(screen.collect ? [{ value: 'collect' as const, label: 'Puts it on the list' }] : []),
            { value: 'none', label: 'Nothing' },
          ]}
          value={screen.tap ?? 'record'}
          onChange={(tap) => change((draft) => void (draft.tap = tap))}
        />
        <ChoiceField
          label="A long press"
          choices={[
            { value: 'actions', label: 'Asks' },
            { value: 'form', label: 'Edits it' },
            { value: 'select', label: 'Chooses it' },
            { value: 'none', label: 'Nothing' },
          ]}
          value={screen.hold ?? 'actions'}
          onChange={(hold) => change((draft) => void (draft.hold = hold))}
        />
        <SwitchField
          label="A swipe uncovers edit and delete"
          value={screen.swipe ?? true}
          onChange={(swipe) => change((draft) => void (draft.swipe = swipe))}
        />
        {(['edit', 'delete'] as const).map((action) => (
          <SwitchField
            key={action}
            label={`Button to ${action} in each row`}
            value={(screen.buttons ?? []).includes(action)}
            onChange={(on) =>
              change(
                (draft) =>
                  void (draft.buttons = on
                    ? [...(draft.buttons ?? []), action]
                    : (draft.buttons ?? []).filter((each) => each !== action)),
              )
            }
          />
        ))}
        <SwitchField
          label="Several can be chosen, then changed or deleted at once"
          help={routines.length > 0 ? 'Routines that run on a row run on all that are chosen, as one.' : undefined}
          value={screen.select ?? false}
          onChange={(select) => change((draft) => void (draft.select = select))}
        />
        <SwitchField
          label="Records can be added"
          value={screen.add ?? true}
          onChange={(add) => change((draft) => void (draft.add = add))}
        />
        {code ? (
          <SelectField
            label="Labels of its rows can be printed"
            options={[
              { value: '', label: 'No' },
              { value: 'bars', label: `Yes, ${code.name} as bars` },
              { value: 'QR', label: `Yes, ${code.name} as QR codes` },
            ]}
            value={screen.labels?.as ?? ''}
            onChange={(as) =>
              change(
                (draft) =>
                  void (as === ''
                    ? delete draft.labels
                    : (draft.labels = { columnId: code.id, as: as as 'bars' | 'QR' })),
              )
            }
          />
        ) : null}
        {routines.map(({ id, name }) => (
          <SwitchField
            key={id}
            label={`Runs ${name} on a row`}
            help="Offered where a tap or a long press asks, and for several that are chosen."
            value={(screen.routineIds ?? []).includes(id)}
            onChange={(on) => change((draft) => putRoutine(draft, id, on))}
          />
        ))}
        {shown.length > 0 ? (
          <SelectField
            label="A button in each row"
            options={[
              { value: '', label: 'Runs nothing' },
              ...shown.map(({ id, name }) => ({ value: id, label: `Runs ${name}` })),
            ]}
            value={screen.rowRoutineId ?? ''}
            onChange={(id) => change((draft) => void (id ? (draft.rowRoutineId = id) : delete draft.rowRoutineId))}
          />
        ) : null}
        {records.length > 1 ? (
          <SelectField
            label="A record opens in"
            options={records.map(({ id, name }) => ({ value: id, label: name }))}
            value={screen.recordScreenId ?? records[0]?.id ?? ''}
            onChange={(id) => change((draft) => void (draft.recordScreenId = id))}
          />
        ) : null}
        {forms.length > 1 ? (
          <SelectField
            label="It is edited in"
            options={forms.map(({ id, name }) => ({ value: id, label: name }))}
            value={screen.formScreenId ?? forms[0]?.id ?? ''}
            onChange={(id) => change((draft) => void (draft.formScreenId = id))}
          />
        ) : null}
      </Section>
      {ways.length > 0 ? (
        <Section
          title="A list that is saved"
          help="Rows are put on a list, which is saved once: each as a record of a table that belongs to it."
        >
          {way || screen.collect ? (
            <SwitchField
              label="Rows can be put on a list"
              value={screen.collect !== undefined}
              onChange={(on) =>
                change((draft) => {
                  if (on && way) draft.collect = way.collecting;
                  else {
                    delete draft.collect;
                    if (draft.tap === 'collect') delete draft.tap;
                  }
                })
              }
            />
          ) : (
            <NoWay ways={ways} />
          )}
          {screen.collect ? (
            <CollectFields
              tableId={table.id}
              collecting={screen.collect}
              times="How often it is on the list"
              onChange={(next) => change((draft) => void (draft.collect = next))}
            />
          ) : null}
        </Section>
      ) : null}
      <Section title="While it is empty">
        <PausedTextField
          label="Says"
          value={screen.empty?.text ?? `There are no ${screen.name.toLowerCase()} yet.`}
          onChange={(text) => change((draft) => void (draft.empty = { ...draft.empty, text }))}
        />
        <PausedTextField
          label="Button"
          mayBeBlank
          value={screen.empty?.button ?? ''}
          onChange={(button) =>
            change(
              (draft) =>
                void (draft.empty = {
                  text: draft.empty?.text ?? `There are no ${draft.name.toLowerCase()} yet.`,
                  ...(button ? { button } : {}),
                }),
            )
          }
        />
      </Section>
    </View>
  );
}

function putRoutine(draft: ListScreen, id: string, on: boolean): void {
  const others = (draft.routineIds ?? []).filter((each) => each !== id);
  if (!on && draft.rowRoutineId === id) delete draft.rowRoutineId;
  if (on) draft.routineIds = [...others, id];
  else if (others.length > 0) draft.routineIds = others;
  else delete draft.routineIds;
}

/** How one row of the list looks. */
function RowEditor({ screen, table }: { screen: ListScreen; table: Table }) {
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
        what="the row"
        table={table}
        styles={row.styles ?? []}
        onChange={(styles) => change((draft) => ({ ...draft, styles }))}
      />
    </Section>
  );
}
