import Waves from 'lucide-react-native/icons/waves-horizontal';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { type ShownRipple, useBench } from '../client';
import { counted } from '../counted';
import { SqlText } from '../SqlText';
import { rowsChanged } from '@/core/driver';
import { color, Sheet, Text } from '@/ui';

/** Tells one ripple from all others, in an address. */
export const rippleId = ({ at, seq }: ShownRipple): string => `${at}-${seq}`;

export function rippleWords(ripple: ShownRipple): string {
  return [
    ripple.label,
    counted(rowsChanged(ripple.changes), 'row', 'rows'),
    `${counted(ripple.refreshed, 'list', 'lists')} refreshed`,
    `${Math.max(1, Math.round(ripple.milliseconds))} ms`,
  ].join(' · ');
}

/** The last ripple in one line; it opens to all that was run. */
export function RippleLine() {
  const ripple = useBench(({ ripples }) => ripples[0]);
  const [open, setOpen] = useState(false);
  if (!ripple)
    return (
      <Text look="soft" className="py-2">
        Save or delete something in the phone: its ripple shows here.
      </Text>
    );
  return (
    <>
      <Pressable
        role="button"
        aria-label={`Last ripple: ${rippleWords(ripple)}`}
        onPress={() => setOpen(true)}
        className="min-h-[44px] flex-row items-center gap-2.5 py-2"
      >
        <Waves size={19} color={color('plum')} />
        <Text look="soft" className="flex-1" numberOfLines={2}>
          {rippleWords(ripple)}
        </Text>
      </Pressable>
      {open ? <RippleSheet ripple={ripple} onClose={() => setOpen(false)} /> : null}
    </>
  );
}

export function RippleSheet({ ripple, onClose }: { ripple: ShownRipple; onClose: () => void }) {
  return (
    <Sheet title={ripple.label} onClose={onClose}>
      <RippleFacts ripple={ripple} />
    </Sheet>
  );
}

/** Everything that was run, and what became of which rows. */
export function RippleFacts({ ripple }: { ripple: ShownRipple }) {
  return (
    <>
      <Text look="soft">{rippleWords(ripple)}</Text>
      {ripple.changes.map(({ table, inserted, updated, deleted, columns }) => (
        <View key={table} className="gap-0.5">
          <Text look="strong">{table}</Text>
          <Text look="soft">
            {[
              inserted && `${inserted} inserted`,
              updated && `${updated} updated (${columns.join(', ')})`,
              deleted && `${deleted} deleted`,
            ]
              .filter(Boolean)
              .join(', ')}
          </Text>
        </View>
      ))}
      {ripple.statements.length === 0 ? (
        <Text look="soft">A stored change set was applied; no statement was run.</Text>
      ) : null}
      {ripple.statements.map(({ sql, params, rows }, index) => (
        <View key={index} className="gap-2 border-l-4 border-plum pl-4">
          <SqlText sql={sql} />
          {Object.entries(params).map(([name, value]) => (
            <Text key={name} look="mono" className="text-soft" numberOfLines={3}>
              <Text look="mono" className="text-plum">
                :{name}
              </Text>{' '}
              {value === null ? 'NULL' : JSON.stringify(value)}
            </Text>
          ))}
          <Text look="soft">{counted(rows, 'row', 'rows')}</Text>
        </View>
      ))}
    </>
  );
}
