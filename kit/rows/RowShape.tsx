import { Fragment } from 'react';
import { Text, type TextStyle, View } from 'react-native';
import { ownOf } from '../base/own';
import { RowPicture } from './RowPicture';
import { factLines, pictureHeight, titleLines } from './rowLayout';
import type { RowLook } from './rowLook';
import type { ListRowProps } from './rowProps';
import { fieldProps, isDrawn, SlotIcon, slotLook, slotText, SlotValue, slotWords } from './slots';
import type { CompiledRow, CompiledSlot } from '@/core/compiled';
import type { Row } from '@/core/driver';
import type { FormatSettings } from '@/core/format';

interface Shown {
  row: Row;
  name: string;
  strong: boolean;
}

export function AsRow(props: ListRowProps & Shown) {
  const { table, design, row, look, settings } = props;
  return (
    <>
      {design.picture ? (
        <RowPicture
          table={table}
          slot={design.picture}
          id={Number(row.id)}
          there={row[design.picture.key] === 1}
          width={48}
          height={48}
          look={look}
        />
      ) : null}
      <View style={look.box.words}>
        <Words {...props} />
      </View>
      {design.edge.length > 0 || design.badge ? (
        <View style={look.box.side}>
          {design.edge.map((slot) => (
            <Value
              key={slot.id}
              slot={slot}
              row={row}
              settings={settings}
              look={look}
              plain={look.text.edge}
              bold={look.text.strongEdge}
            />
          ))}
          {design.badge ? (
            <Value
              slot={design.badge}
              row={row}
              settings={settings}
              look={look}
              plain={look.text.badge}
              bold={look.text.badge}
              chip
            />
          ) : null}
        </View>
      ) : null}
    </>
  );
}

/** A row as a component of one's own draws it. */
export function AsOwn({ design, row, name, settings }: ListRowProps & Shown) {
  const Component = ownOf('row', design);
  const shown = (slot: CompiledSlot | null) => slot && fieldProps(slot, row, settings);
  const all = (slots: readonly CompiledSlot[]) => slots.map((slot) => fieldProps(slot, row, settings));
  return Component ? (
    <Component
      id={Number(row.id)}
      name={name}
      title={shown(design.title)}
      badge={shown(design.badge)}
      lines={all(design.lines)}
      edge={all(design.edge)}
    />
  ) : null;
}

export function AsCard(props: ListRowProps & Shown) {
  const { table, design, row, look, settings } = props;
  return (
    <>
      {design.picture ? (
        <RowPicture
          table={table}
          slot={design.picture}
          id={Number(row.id)}
          there={row[design.picture.key] === 1}
          width="100%"
          height={pictureHeight(design.shape)}
          look={look}
        />
      ) : null}
      <View style={look.box.cardBody}>
        <Words {...props} />
        <View style={look.box.row} />
        {design.badge ? (
          <View style={{ flexDirection: 'row' }}>
            <Value
              slot={design.badge}
              row={row}
              settings={settings}
              look={look}
              plain={look.text.badge}
              bold={look.text.badge}
              chip
            />
          </View>
        ) : null}
        {design.edge.length > 0 ? (
          <View style={look.box.cardEdge}>
            {design.edge.map((slot) => (
              <Value
                key={slot.id}
                slot={slot}
                row={row}
                settings={settings}
                look={look}
                plain={look.text.edge}
                bold={look.text.strongEdge}
              />
            ))}
          </View>
        ) : null}
      </View>
    </>
  );
}

/** The title of a row, and its facts line by line. */
function Words({ design, row, name, strong, look, settings }: ListRowProps & Shown) {
  const { title } = design;
  const { text } = look;
  const plain = strong ? text.titleBold : text.title;
  return (
    <>
      {title ? (
        <Value
          slot={title}
          lines={titleLines(design)}
          row={row}
          settings={settings}
          look={look}
          plain={plain}
          bold={text.titleBold}
        />
      ) : (
        <Text numberOfLines={titleLines(design)} style={plain}>
          {name}
        </Text>
      )}
      {factLines(design).map(({ slots, maxLines }) => {
        const shown = slots.filter((slot) => slotText(slot, row, settings) !== '');
        if (shown.length === 0) return null;
        return (
          <Text key={slots[0]?.id} numberOfLines={maxLines} style={text.fact} {...{ dataSet: { part: slots[0]?.id } }}>
            {shown.map((slot, at) => {
              const own = slotLook(slot, row, look.tones);
              const words = slotText(slot, row, settings);
              const between = at > 0 ? ' · ' : '';
              // Without a look of its own it is one text with its neighbours: a row is drawn sooner.
              if (!own.ink && !own.strong && !own.icon && !isDrawn(slot)) return `${between}${words}`;
              return (
                <Fragment key={slot.id}>
                  {between}
                  <Text
                    style={[
                      own.strong ? text.strongFact : text.fact,
                      own.ink ? { color: own.ink } : null,
                      own.tint && slot.column.kind === 'choice'
                        ? { backgroundColor: own.tint, borderRadius: 8, paddingHorizontal: 8 }
                        : null,
                    ]}
                  >
                    {own.icon ? <SlotIcon icon={own.icon} color={own.ink ?? look.colors.ink} /> : null}
                    {isDrawn(slot) ? (
                      <SlotValue
                        slot={slot}
                        row={row}
                        settings={settings}
                        color={own.ink ?? look.colors.accent}
                        size={13}
                      />
                    ) : (
                      words
                    )}
                  </Text>
                </Fragment>
              );
            })}
          </Text>
        );
      })}
    </>
  );
}

interface ValueProps {
  slot: CompiledSlot;
  lines?: number;
  row: Row;
  settings: FormatSettings;
  look: RowLook;
  plain: TextStyle;
  bold: TextStyle;
  /** On the tint of its tone, also where it is no choice. */
  chip?: boolean;
}

/** One slot by itself. */
function Value({ slot, lines = slot.maxLines ?? 1, row, settings, look, plain, bold, chip = false }: ValueProps) {
  const words = slotText(slot, row, settings);
  if (words === '') return null;
  const { ink, tint, strong, icon } = slotLook(slot, row, look.tones);
  const soft = slot.look === 'soft' && !ink ? { color: look.colors.soft } : null;
  return (
    <Text
      numberOfLines={lines}
      style={[
        strong ? bold : plain,
        soft,
        ink ? { color: ink } : null,
        tint && (chip || slot.column.kind === 'choice')
          ? { backgroundColor: tint, borderRadius: 8, paddingHorizontal: 8 }
          : null,
      ]}
      {...{ dataSet: { part: slot.id } }}
    >
      {icon ? <SlotIcon icon={icon} color={ink ?? look.colors.ink} /> : null}
      {isDrawn(slot) ? (
        <SlotValue slot={slot} row={row} settings={settings} color={ink ?? look.colors.accent} size={14} />
      ) : (
        words
      )}
    </Text>
  );
}

/** A row as it is read out. */
export function rowWords(design: CompiledRow, row: Row, name: string, settings: FormatSettings): string {
  const words = (slots: CompiledRow['lines']) =>
    slots.map((slot) => slotWords(slot, row, settings)).filter((text) => text !== '');
  const title = design.title ? slotWords(design.title, row, settings) : name;
  return [
    title || name,
    words(design.lines).join(' · '),
    ...words(design.edge),
    ...(design.badge ? words([design.badge]) : []),
  ]
    .filter((text) => text !== '')
    .join(', ');
}
