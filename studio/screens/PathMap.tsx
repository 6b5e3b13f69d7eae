import { useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import { arrowPath, curvePath, LETTERS, type MapScreen, OPENING, type ScreenMap, screenMap } from '@/core/map';
import { screensOf } from '@/core/plan';
import { Button, Callout, color, SwitchField, Text } from '@/ui';
import { counted } from '../counted';
import { MapCanvas, MapWithList } from '../map';
import { useApp } from '../useApp';
import { kindWords } from './kinds';

/** Which screen leads to which: a tap brings one out with its ways in and out; a second tap opens it. */
export function PathMap({ onOpen }: { onOpen: (screenId: string) => void }) {
  const { definition } = useApp().state;
  const [withForms, setForms] = useState(false);
  const map = useMemo(() => screenMap(definition, { withForms }), [definition, withForms]);
  const [asked, setFocus] = useState<string | null>(screensOf(definition).startId);
  const focus = map.screens.find(({ id }) => id === asked);
  const nameOf = (id: string) => map.screens.find((screen) => screen.id === id)?.name ?? '';
  const ways = map.ways.filter(({ from, to }) => from === focus?.id || to === focus?.id);
  const near = focus ? new Set([focus.id, ...ways.flatMap(({ from, to }) => [from, to])]) : null;
  const lost = map.screens.filter(({ isLost }) => isLost);
  return (
    <MapWithList
      label="Screens on the map"
      focus={focus?.id ?? null}
      items={map.screens.map((screen) => ({ id: screen.id, name: screen.name, facts: factsOf(map, screen) }))}
      onFocus={setFocus}
    >
      {lost.length > 0 ? (
        <Callout tone="amber">
          {[
            `${counted(lost.length, 'screen', 'screens')} nobody can come to: ${lost.map(({ name }) => name).join(', ')}.`,
            `Lead there from a menu, or remove ${lost.length === 1 ? 'it' : 'them'}.`,
          ].join(' ')}
        </Callout>
      ) : null}
      <MapCanvas
        label="Map of screens"
        width={map.width}
        height={map.height}
        look={focus}
        onWhole={() => setFocus(null)}
        lines={
          <>
            {map.groups.map(({ tableId, x, y, width, height }) => (
              <rect
                key={tableId}
                {...{ x, y, width, height }}
                rx={12}
                fill={color('paper')}
                stroke={color('stem')}
                strokeWidth={1}
              />
            ))}
            <Ways map={map} focus={focus?.id ?? null} />
          </>
        }
        plates={(scale) => (
          <>
            {map.groups.map(({ tableId, name, x, y, width }) => (
              <View
                key={tableId}
                style={{ position: 'absolute', left: x, top: y, width, height: 34 }}
                className="justify-center px-3"
                pointerEvents="none"
              >
                <Text look="strong" numberOfLines={1} style={lettersAt(scale)}>
                  {name}
                </Text>
              </View>
            ))}
            {map.screens.map((screen) => (
              <Plate
                key={screen.id}
                screen={screen}
                scale={scale}
                isFocus={screen.id === focus?.id}
                isFaint={near !== null && !near.has(screen.id)}
                onPress={() => (screen.id === focus?.id ? onOpen(screen.id) : setFocus(screen.id))}
              />
            ))}
          </>
        )}
      />
      <SwitchField
        label="Forms by themselves"
        help="Otherwise a form is part of the record that it edits."
        value={withForms}
        onChange={setForms}
      />
      {focus ? (
        <View className="gap-1">
          <View role="list" aria-label={`Ways of ${focus.name}`} className="gap-1">
            {ways.map(({ from, to, by }) => (
              <View key={`${from} ${to}`} role="listitem">
                <Text look="body">{`${nameOf(from)} → ${nameOf(to)}: ${by.join(', ')}`}</Text>
              </View>
            ))}
          </View>
          <View className="flex-row flex-wrap gap-3 pt-2">
            <Button label={`Design ${focus.name}`} onPress={() => onOpen(focus.id)} />
            {focus.forms.map((formId) => (
              <Button
                key={formId}
                kind="quiet"
                label={`Design ${screensOf(definition).list.find(({ id }) => id === formId)?.name ?? 'its form'}`}
                onPress={() => onOpen(formId)}
              />
            ))}
          </View>
        </View>
      ) : (
        <Text look="soft">Tap a screen to see what leads to it and where it leads; tap it again to design it.</Text>
      )}
    </MapWithList>
  );
}

/** The ways of the screen in focus; without one, between which groups there are any. */
function Ways({ map, focus }: { map: ScreenMap; focus: string | null }) {
  if (focus === null)
    return map.between.map(({ from, to, curve }) => (
      <path
        key={`${from} ${to}`}
        d={curvePath(curve)}
        stroke={color('plum')}
        strokeWidth={1.5}
        fill="none"
        opacity={0.5}
      />
    ));
  return map.ways
    .filter(({ from, to }) => from === focus || to === focus)
    .map(({ from, to, curve }) => (
      <g key={`${from} ${to}`}>
        <path d={curvePath(curve)} stroke={color(from === focus ? 'fern' : 'plum')} strokeWidth={1.5} fill="none" />
        <path d={arrowPath(curve)} stroke={color(from === focus ? 'fern' : 'plum')} strokeWidth={1.5} fill="none" />
      </g>
    ));
}

function factsOf({ ways }: ScreenMap, { id, kind }: MapScreen): string {
  const leads = ways.filter(({ from }) => from === id).length;
  const comes = ways.filter(({ to }) => to === id).length;
  return `${kindWords(kind)}: ${counted(comes, 'way', 'ways')} in, ${leads} out`;
}

/** From afar names stand in larger letters. */
const lettersAt = (scale: number) => {
  if (scale >= OPENING * 0.95) return undefined;
  const size = Math.min(26, Math.round(LETTERS / scale));
  return { fontSize: size, lineHeight: Math.round(size * 1.15) };
};

interface PlateProps {
  screen: MapScreen;
  scale: number;
  isFocus: boolean;
  isFaint: boolean;
  onPress: () => void;
}

function Plate({ screen, scale, isFocus, isFaint, onPress }: PlateProps) {
  const { name, kind, isStart, isLost, forms, x, y, width, height } = screen;
  const said = isStart ? `${kindWords(kind)}, start` : kindWords(kind);
  const letters = lettersAt(scale);
  return (
    <Pressable
      role="button"
      aria-label={`${name}, ${kindWords(kind)}${isStart ? ', start' : isLost ? ', no way leads here' : ''}`}
      aria-pressed={isFocus}
      onPress={onPress}
      style={{ position: 'absolute', left: x, top: y, width, height }}
      className={[
        'justify-center rounded-lg px-3',
        isLost
          ? 'border-2 border-dashed border-amber bg-amber-tint'
          : isFocus
            ? 'border-2 border-fern bg-fern-tint'
            : isStart
              ? 'border-2 border-fern bg-leaf'
              : isFaint
                ? 'border border-stem bg-paper'
                : 'border border-ink bg-leaf',
      ].join(' ')}
    >
      <Text look={isFaint ? 'soft' : 'strong'} numberOfLines={letters ? 2 : 1} style={letters}>
        {name}
      </Text>
      {letters ? null : (
        <Text look="soft" numberOfLines={1}>
          {forms.length > 0 ? `${said} and form` : said}
        </Text>
      )}
    </Pressable>
  );
}
