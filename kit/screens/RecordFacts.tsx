import { useQuery } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import { View } from 'react-native';
import { Text } from '../base/Text';
import { useKit } from '../base/context';
import { useLook } from '../base/theme';
import { rowsQuery } from '../data/rowsQuery';
import { FileFact, Picture, PictureFact } from '../rows/AttachmentFact';
import { LinkPress } from '../rows/LinkPress';
import { SlotText, slotText, slotWords, styledSlot } from '../rows/slots';
import { type FactBlock, factBlocks } from './factBlocks';
import { scalarOf } from '@/core/column';
import { type CompiledSlot, NO_STATEMENT, wayTo } from '@/core/compiled';
import type { Row } from '@/core/driver';

interface FactsProps {
  facts: readonly CompiledSlot[];
  /** Whether they are those that a record begins with. */
  isFirst: boolean;
  record: Row;
  recordId: number;
}

/** Points: from how much room on there are two columns of facts, and below how much a value stands under its label. */
const PHONE_WIDTH = 358;
const TWO_FROM = 640;
const BESIDE_FROM = 300;

/** How a fact stands: beside its label, under it, or as a figure among others. */
type Standing = 'beside' | 'under' | 'figure';

/** The facts of a group: what leads, labels and values in two columns where there is room, figures side by side. */
export function RecordFacts({ facts, isFirst, record, recordId }: FactsProps) {
  const [width, setWidth] = useState(0);
  const { scale } = useLook();
  // Until it is measured, that of a phone.
  const room = (width || PHONE_WIDTH) / scale;
  const isShown = (slot: CompiledSlot) => !styledSlot(slot, record).hidden;
  const blocks = factBlocks(facts.filter(isShown), isFirst);
  return (
    <View className="gap-3" onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      {blocks.map((block) => (
        <Block key={keyOf(block)} block={block} room={room} record={record} recordId={recordId} />
      ))}
    </View>
  );
}

const keyOf = (block: FactBlock): string => ('slot' in block ? block.slot.id : (block.slots[0]?.id ?? block.kind));

interface Of {
  record: Row;
  recordId: number;
}

function Block({ block, room, ...of }: { block: FactBlock; room: number } & Of) {
  switch (block.kind) {
    case 'lead':
      return <Fact slot={block.slot} standing="under" isLead {...of} />;
    case 'whole':
      return <Fact slot={block.slot} standing="under" {...of} />;
    case 'figures':
      return (
        <View className="flex-row flex-wrap gap-2">
          {block.slots.map((slot) => (
            <View
              key={slot.id}
              style={{ flexBasis: room >= TWO_FROM ? '23%' : '46%' }}
              className="grow rounded-app border border-app-line bg-app-card px-3.5 py-2.5"
            >
              <Fact slot={slot} standing="figure" {...of} />
            </View>
          ))}
        </View>
      );
    case 'pairs':
      return (
        <View className="flex-row flex-wrap rounded-app border border-app-line bg-app-card px-3.5">
          {block.slots.map((slot, index) => (
            <View
              key={slot.id}
              style={{ width: room >= TWO_FROM ? '50%' : '100%' }}
              className={`min-h-[44px] justify-center py-2 ${index >= (room >= TWO_FROM ? 2 : 1) ? 'border-t border-app-line' : ''}`}
            >
              <Fact slot={slot} standing={room >= BESIDE_FROM ? 'beside' : 'under'} {...of} />
            </View>
          ))}
        </View>
      );
  }
}

function Fact({
  slot,
  standing,
  isLead = false,
  record,
  recordId,
}: { slot: CompiledSlot; standing: Standing; isLead?: boolean } & Of) {
  const { app, database, navigation, settings } = useKit();
  const isHeavy = slot.apart !== null && record[slot.key] === 1;
  const heavy = useQuery({
    ...rowsQuery(database, { ...(slot.apart ?? NO_STATEMENT), params: { id: recordId } }),
    enabled: isHeavy,
  });
  const { label } = slot;
  if (slot.apart && isHeavy) {
    const value = heavy.data?.rows[0]?.[slot.key];
    if (slot.column.kind === 'picture')
      return isLead ? (
        <Picture uri={String(scalarOf(value) ?? '')} label={label} />
      ) : (
        <PictureFact label={label} picture={value} />
      );
    if (slot.column.kind === 'file')
      return (
        <FileFact
          label={label}
          file={String(scalarOf(value ?? null) ?? '')}
          words={slotText(slot, { ...record, [slot.key]: value ?? null }, settings)}
        />
      );
  }
  // Nothing leads where there is no picture.
  if (isLead) return null;
  const text = slot.apart ? '' : slotText(slot, record, settings);
  const screenId = slot.link && record[slot.link.key] !== null ? wayTo(app, 'record', slot.link.tableId) : null;
  return (
    <Labelled label={label} standing={standing} partId={slot.id}>
      {screenId && slot.link && text !== '' ? (
        <LinkPress
          aria-label={`${label}: ${text}`}
          onPress={() => navigation.go({ screenId, recordId: Number(record[slot.link?.key ?? '']) })}
          className="min-h-[44px] justify-center self-start active:opacity-70"
        >
          <Text className="font-medium text-[17px] leading-6 text-app-accent underline">{text}</Text>
        </LinkPress>
      ) : text ? (
        <View className="flex-row" aria-label={slotWords(slot, record, settings)}>
          <SlotText
            slot={slot}
            row={record}
            settings={settings}
            lines={slot.maxLines ?? 0}
            className="text-[17px] leading-6 text-app-ink"
          />
        </View>
      ) : (
        <Text className="font-sans text-[17px] leading-6 text-app-soft">–</Text>
      )}
    </Labelled>
  );
}

interface LabelledProps {
  label: string;
  standing: Standing;
  partId: string;
  children: ReactNode;
}

function Labelled({ label, standing, partId, children }: LabelledProps) {
  const part = { dataSet: { part: partId } };
  const name = label ? <Text className="font-sans text-[14px] leading-5 text-app-soft">{label}</Text> : null;
  if (standing !== 'beside' || !name)
    return (
      <View className={standing === 'figure' ? 'gap-0.5' : 'gap-1'} {...part}>
        {name}
        {children}
      </View>
    );
  return (
    <View className="flex-row items-center gap-3" {...part}>
      <View className="w-[38%]">{name}</View>
      <View className="min-w-0 flex-1">{children}</View>
    </View>
  );
}
