import PanelLeftClose from 'lucide-react-native/icons/panel-left-close';
import { memo, useContext, useMemo, useState } from 'react';
import { ScrollView, TextInput, View } from 'react-native';
import { LinkPress } from '@/kit';
import { color, Icon, IconButton, inputLook, Text } from '@/ui';
import { type Address, foundThings, grouped, placeOfRoom, type Thing, thingsOf, useAddress, useOpen } from '../address';
import { type ShownRipple, useBench } from '../client';
import { rippleId } from '../run/RippleLine';
import { useApp } from '../useApp';
import { NewThingsContext } from './newThings';
import { thingIcon } from './thingIcons';

/** From so many things on they can be searched. */
const SEARCHED_FROM = 8;

/** What the place holds, under what it belongs to; the one that is open stands out. */
export function ListPane({ onFold }: { onFold: () => void }) {
  const { definition, releases } = useApp().state;
  const address = useAddress();
  const { open } = useOpen();
  const news = useContext(NewThingsContext);
  const place = placeOfRoom(address.room);
  const ripples = useBench((bench) => (place === 'run' ? bench.ripples : NO_RIPPLES));
  const things = useMemo(
    () => [...thingsOf(definition, place, releases), ...ripples.map(rippleThing)],
    [definition, place, releases, ripples],
  );
  const [asked, setAsked] = useState('');
  const shown = useMemo(() => grouped(foundThings(things, asked)), [things, asked]);
  return (
    <View role="navigation" aria-label="What is here" className="min-h-0 flex-1">
      <View className="flex-row items-center gap-1 py-2 pl-3 pr-1">
        {things.length < SEARCHED_FROM ? (
          <View className="flex-1" />
        ) : (
          <TextInput
            role="searchbox"
            aria-label="Find here"
            placeholder="Find here"
            placeholderTextColor="var(--fs-placeholder)"
            value={asked}
            onChangeText={setAsked}
            autoCorrect={false}
            className={`${inputLook} min-w-0 flex-1`}
          />
        )}
        <IconButton icon={PanelLeftClose} label="Fold the list away" tone="soft" onPress={onFold} />
      </View>
      <ScrollView className="min-h-0 flex-1" contentContainerClassName="gap-3 px-2 pb-6">
        {shown.map(({ name, things: group }) => (
          <ThingGroup
            key={name}
            name={name}
            lines={group.map((thing) => ({
              thing,
              isCurrent: isSame(thing.address, address),
              isNew: news.has(thing.address.id ?? ''),
            }))}
            onOpen={open}
          />
        ))}
        {shown.length === 0 ? <Text look="soft">Nothing here is called that.</Text> : null}
      </ScrollView>
    </View>
  );
}

const NO_RIPPLES: ShownRipple[] = [];

const rippleThing = (ripple: ShownRipple): Thing => ({
  address: { room: 'ripples', id: rippleId(ripple) },
  name: ripple.label,
  kind: 'room',
  group: 'Ripples',
});

interface Line {
  thing: Thing;
  isCurrent: boolean;
  isNew: boolean;
}

interface Opening {
  onOpen: (address: Address) => void;
}

interface GroupProps extends Opening {
  name: string;
  lines: readonly Line[];
}

/** Drawn anew only where one of its lines says something else: things are listed anew with each edit. */
const ThingGroup = memo(
  function ThingGroup({ name, lines, onOpen }: GroupProps) {
    return (
      <View className="gap-0.5">
        {name ? (
          <Text look="soft" role="heading" aria-level={2} className="px-2.5 pb-0.5 pt-1 font-medium">
            {name}
          </Text>
        ) : null}
        <View role="list" aria-label={name || 'The whole'}>
          {lines.map((line) => (
            <ThingLine key={line.thing.address.room + (line.thing.address.id ?? '')} {...line} onOpen={onOpen} />
          ))}
        </View>
      </View>
    );
  },
  (before, after) =>
    before.name === after.name &&
    before.onOpen === after.onOpen &&
    before.lines.length === after.lines.length &&
    before.lines.every((line, index) => isSaidSame(line, after.lines[index])),
);

/** Drawn anew only where it says something else: a place may hold hundreds. */
const ThingLine = memo(
  function ThingLine({ thing: { address, name, kind, fault }, isCurrent, isNew, onOpen }: Line & Opening) {
    const mark = fault ?? (isNew && !isCurrent ? 'New' : null);
    return (
      <View role="listitem">
        <LinkPress
          aria-current={isCurrent ? 'page' : undefined}
          aria-label={mark ? `${name}, ${mark.toLowerCase()}` : name}
          onPress={() => onOpen(address)}
          className={[
            'min-h-[44px] flex-row items-center gap-2.5 rounded-lg px-2.5',
            isCurrent ? 'bg-fern-tint' : 'hover:bg-leaf',
          ].join(' ')}
        >
          <Icon of={thingIcon({ kind, address })} size={17} color={color(isCurrent ? 'fern' : 'soft')} />
          <Text look={isCurrent ? 'strong' : 'body'} numberOfLines={1} className="min-w-0 flex-1">
            {name}
          </Text>
          {mark ? (
            <Text
              look="soft"
              numberOfLines={1}
              className={`rounded px-1.5 text-[13px] ${fault ? 'bg-amber-tint text-amber' : 'bg-plum-tint text-plum'}`}
            >
              {fault ? 'No way in' : 'New'}
            </Text>
          ) : null}
        </LinkPress>
      </View>
    );
  },
  (before, after) => before.onOpen === after.onOpen && isSaidSame(before, after),
);

const isSame = (one: Address, other: Address): boolean => one.room === other.room && one.id === other.id;

/** Whether two lines say the same of the same thing. */
const isSaidSame = (one: Line, other: Line | undefined): boolean =>
  other !== undefined &&
  one.isCurrent === other.isCurrent &&
  one.isNew === other.isNew &&
  one.thing.name === other.thing.name &&
  one.thing.fault === other.thing.fault &&
  one.thing.kind === other.thing.kind &&
  isSame(one.thing.address, other.thing.address);
