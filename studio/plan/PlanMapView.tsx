import { useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import {
  endPath,
  LETTERS,
  linePath,
  mapMermaid,
  mapSvg,
  type MapTable,
  neighbours,
  OPENING,
  PLATE,
  type PlanMap,
  planMap,
} from '@/core/map';
import { Button, color, Icon, Text } from '@/ui';
import { downloadFile, fileName } from '../files';
import { MapCanvas, MapWithList } from '../map';
import { useApp } from '../useApp';
import { kindLooks } from './kinds';

/**
 * The tables and links of a plan as a map: one table with its neighbours is brought out by a tap; a second tap opens
 * it.
 */
export function PlanMapView({ onOpen }: { onOpen: (tableId: string) => void }) {
  const { definition } = useApp().state;
  const map = useMemo(() => planMap(definition), [definition]);
  const [focus, setFocus] = useState<string | null>(null);
  const near = useMemo(
    () => (focus && map.tables.some(({ id }) => id === focus) ? neighbours(map, focus) : null),
    [map, focus],
  );
  const press = (id: string) => (focus === id ? onOpen(id) : setFocus(id));
  const focused = map.tables.find(({ id }) => id === focus);
  return (
    <MapWithList
      label="Tables on the map"
      focus={focus}
      items={map.tables.map((table) => ({ id: table.id, name: table.name, facts: factsOf(map, table) }))}
      onFocus={setFocus}
    >
      <MapCanvas
        label="Map of tables and links"
        width={map.width}
        height={map.height}
        opening={mostLinked(map)}
        look={focused}
        onWhole={() => setFocus(null)}
        lines={map.links.map(({ id, from: one, to: many, points, one: isOne, label, labelAt }) => {
          const faint = near !== null && one !== focus && many !== focus;
          return (
            <g key={id} opacity={faint ? 0.12 : 1}>
              <path d={linePath(points)} stroke={color('plum')} strokeWidth={1.5} fill="none" />
              <path d={endPath(points, isOne)} stroke={color('plum')} strokeWidth={1.5} fill="none" />
              <text x={labelAt.x} y={labelAt.y - 4} fontSize={LETTERS} textAnchor="middle" fill={color('soft')}>
                {label}
              </text>
            </g>
          );
        })}
        plates={(scale) =>
          map.tables.map((table) => (
            <Plate
              key={table.id}
              table={table}
              scale={scale}
              isFocus={table.id === focus}
              isFaint={near !== null && !near.has(table.id)}
              onPress={() => press(table.id)}
            />
          ))
        }
        buttons={
          <>
            <Button
              kind="quiet"
              label="Download SVG"
              onPress={() => downloadFile(fileName(definition.name, 'svg'), mapSvg(map), 'image/svg+xml')}
            />
            <Button
              kind="quiet"
              label="Download Mermaid"
              onPress={() => downloadFile(fileName(definition.name, 'mmd'), mapMermaid(definition), 'text/plain')}
            />
          </>
        }
      />
      {focused ? (
        <View className="gap-1">
          <View role="list" aria-label={`Links of ${focused.name}`} className="gap-1">
            {map.links
              .filter(({ from: one, to: many }) => one === focus || many === focus)
              .map(({ id, sentence }) => (
                <View key={id} role="listitem">
                  <Text look="body">{sentence}</Text>
                </View>
              ))}
          </View>
          <View className="items-start pt-2">
            <Button label={`Open ${focused.name}`} onPress={() => onOpen(focused.id)} />
          </View>
        </View>
      ) : (
        <Text look="soft">Tap a table to bring it out with what it is linked to; tap it again to open it.</Text>
      )}
    </MapWithList>
  );
}

/** What a map of many tables is opened at. */
function mostLinked({ tables, links }: PlanMap): MapTable | undefined {
  const count = (id: string) => links.filter(({ from, to }) => from === id || to === id).length;
  return tables.reduce<MapTable | undefined>(
    (most, table) => (most && count(most.id) >= count(table.id) ? most : table),
    undefined,
  );
}

function factsOf({ tables, links }: PlanMap, { id, facts }: MapTable): string {
  const nameOf = (other: string) => tables.find((table) => table.id === other)?.name ?? '';
  const others = [
    ...new Set(links.flatMap(({ from, to }) => (from === id ? [nameOf(to)] : to === id ? [nameOf(from)] : []))),
  ];
  return others.length === 0 ? facts : `${facts}, linked to ${others.join(', ')}`;
}

interface PlateProps {
  table: MapTable;
  scale: number;
  isFocus: boolean;
  isFaint: boolean;
  onPress: () => void;
}

/** A table: with its columns where they can be read, otherwise by its name alone, in larger letters. */
function Plate({ table, scale, isFocus, isFaint, onPress }: PlateProps) {
  const { name, facts, columns, more, x, y, width, height } = table;
  const isRead = scale >= OPENING * 0.95;
  const far = Math.min(34, Math.round(LETTERS / scale));
  return (
    <Pressable
      role="button"
      aria-label={`${name}, ${facts}`}
      aria-pressed={isFocus}
      onPress={onPress}
      style={{ position: 'absolute', left: x, top: y, width, height }}
      className={[
        'overflow-hidden rounded-lg border',
        isRead ? '' : 'items-center justify-center px-2',
        isFocus ? 'border-fern bg-fern-tint' : isFaint ? 'border-stem bg-leaf' : 'border-ink bg-paper',
      ].join(' ')}
    >
      {isRead ? (
        <>
          <View style={{ height: PLATE.head }} className="justify-center px-3.5">
            <Text look={isFaint ? 'soft' : 'strong'} numberOfLines={1}>
              {name}
            </Text>
            <Text look="soft">{facts}</Text>
          </View>
          {columns.map((column) => (
            <View
              key={column.id}
              style={{ height: PLATE.row }}
              className="flex-row items-center gap-2 border-t border-stem px-3.5"
            >
              <Icon
                of={kindLooks[column.kind].icon}
                size={13}
                color={color(column.kind === 'link' ? 'plum' : 'soft')}
              />
              <Text
                look={isFaint ? 'soft' : 'body'}
                numberOfLines={1}
                style={{ fontSize: LETTERS, lineHeight: 18 }}
                className="flex-1"
              >
                {column.name}
              </Text>
            </View>
          ))}
          {more > 0 ? (
            <View style={{ height: PLATE.row }} className="justify-center border-t border-stem px-3.5">
              <Text look="soft" style={{ fontSize: LETTERS, lineHeight: 18 }}>{`and ${more} more`}</Text>
            </View>
          ) : null}
        </>
      ) : (
        <Text
          look={isFaint ? 'soft' : 'strong'}
          numberOfLines={2}
          style={{ fontSize: far, lineHeight: far * 1.2, textAlign: 'center' }}
        >
          {name}
        </Text>
      )}
    </Pressable>
  );
}
