import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { MOST_NAME } from '@/core/model';
import { type SheetPreview, type SheetSettings } from '@/core/transfer';
import { dateOrders } from '@/core/column';
import { ChoiceField, Picker, Text, TextField } from '@/ui';
import { kindName, kindOptions } from '../plan/kinds';
import { counted } from '../counted';

const orderLabels = { dmy: 'Day, month, year', mdy: 'Month, day, year', ymd: 'Year first' } as const;

interface SheetColumnsProps {
  sheet: SheetPreview;
  onChange(settings: SheetSettings): void;
}

/** The columns of a sheet, each with what it seems to hold; a press opens it to be told otherwise. */
export function SheetColumns({ sheet, onChange }: SheetColumnsProps) {
  const [open, setOpen] = useState<number | null>(null);
  const set = (index: number, changes: SheetSettings['columns'][number]) =>
    onChange({
      ...sheet.settings,
      columns: { ...sheet.settings.columns, [index]: { ...sheet.settings.columns[index], ...changes } },
    });
  return (
    <View role="list" aria-label="Columns of the file" className="gap-0">
      {sheet.columns.map((column) => {
        const { index, name, kind, use, doubtful } = column;
        const isAsked = isOpen(column);
        const told =
          use === 'skip'
            ? 'left out'
            : use === 'id'
              ? 'the id of each row'
              : `${kindName(kind)}${doubtful > 0 ? ` · ${counted(doubtful, 'doubtful cell', 'doubtful cells')}` : ''}`;
        return (
          <View key={index} role="listitem" className="border-b border-stem">
            <Pressable
              role="button"
              aria-expanded={open === index}
              aria-label={`${name}: ${told}`}
              onPress={() => setOpen(open === index ? null : index)}
              className="min-h-[48px] flex-row items-center justify-between gap-3 py-1"
            >
              <Text look="strong" className="flex-1" numberOfLines={1}>
                {name}
              </Text>
              <Text look="soft" className={doubtful > 0 || isAsked ? 'text-rust' : undefined}>
                {isAsked ? `${kindName(kind)} · which order?` : told}
              </Text>
            </Pressable>
            {open === index ? (
              <View className="gap-4 pb-4">
                <ChoiceField
                  label="In the table it is"
                  choices={[
                    { value: 'column', label: 'A column' },
                    { value: 'id', label: 'The id of each row' },
                    { value: 'skip', label: 'Left out' },
                  ]}
                  value={use}
                  onChange={(next) => set(index, { use: next })}
                />
                {use === 'column' ? (
                  <>
                    <TextField
                      most={MOST_NAME}
                      label="Name"
                      value={sheet.settings.columns[index]?.name ?? name}
                      onChangeText={(text) => set(index, { name: text })}
                    />
                    <Picker
                      label="Kind"
                      options={kindOptions}
                      value={kind}
                      onChange={(next) => set(index, { kind: next, dates: undefined })}
                    />
                  </>
                ) : null}
              </View>
            ) : null}
          </View>
        );
      })}
    </View>
  );
}

const isOpen = ({ use, dateOrders: orders }: SheetPreview['columns'][number]): boolean =>
  use === 'column' && orders.length > 1;
export const hasOpenDates = ({ columns }: SheetPreview): boolean => columns.some(isOpen);

/** The columns whose dates could be read in more than one order: that is asked, not guessed. */
export function DateQuestions({ sheet, onChange }: SheetColumnsProps) {
  return sheet.columns.filter(isOpen).map(({ index, name, dateOrders: orders }) => (
    <View key={index} className="gap-3 rounded-lg border border-amber p-4">
      <ChoiceField
        label={`The dates of ${name} could be read in more than one order. They are written`}
        choices={dateOrders
          .filter((order) => orders.includes(order))
          .map((value) => ({ value, label: orderLabels[value] }))}
        value={'' as never}
        onChange={(dates) =>
          onChange({
            ...sheet.settings,
            columns: { ...sheet.settings.columns, [index]: { ...sheet.settings.columns[index], dates } },
          })
        }
      />
    </View>
  ));
}

/** The first rows, then those with a doubtful cell, which is marked. */
export function SheetSample({ sheet }: { sheet: SheetPreview }) {
  const shown = sheet.columns.filter(({ use }) => use !== 'skip');
  return (
    <div style={{ overflow: 'auto', maxHeight: 320 }} tabIndex={0} role="region" aria-label="Rows of the file">
      <table className="row-grid">
        <thead>
          <tr>
            <th scope="col" style={{ padding: '10px 14px' }}>
              Row
            </th>
            {shown.map(({ index, name }) => (
              <th key={index} scope="col" style={{ padding: '10px 14px' }}>
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {sheet.sample.map(({ row, texts, doubtful }) => (
            <tr key={row}>
              <td className="number">{row}</td>
              {shown.map(({ index }) => (
                <td key={index} className={doubtful.includes(index) ? 'doubtful' : undefined}>
                  {doubtful.includes(index) ? (
                    <mark aria-label={`doubtful: ${texts[index]}`}>{texts[index]}</mark>
                  ) : (
                    texts[index]
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
