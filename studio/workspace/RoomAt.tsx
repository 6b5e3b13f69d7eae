import type { ComponentType } from 'react';
import { View } from 'react-native';
import { type Room, useRoom } from '../address';
import { useClip } from '../clip/useClip';
import { Later, laterPart } from '../later';
import { RunPlace } from '../run/RunPlace';

const CodePlace = laterPart('CodePlace');
const DataPlace = laterPart('DataPlace');
const PlanPlace = laterPart('PlanPlace');
const Pasting = laterPart('Pasting');
const ReleasesPlace = laterPart('ReleasesPlace');
const ScreensPlace = laterPart('ScreensPlace');
const ShipPlace = laterPart('ShipPlace');

/** What shows each room. */
const rooms: Record<Room, ComponentType> = {
  plan: PlanPlace,
  map: PlanPlace,
  people: PlanPlace,
  tables: PlanPlace,
  screens: ScreensPlace,
  paths: ScreensPlace,
  frame: ScreensPlace,
  look: ScreensPlace,
  queries: ScreensPlace,
  routines: ScreensPlace,
  run: RunPlace,
  ripples: RunPlace,
  data: DataPlace,
  rows: DataPlace,
  schema: DataPlace,
  sql: DataPlace,
  ship: ShipPlace,
  code: CodePlace,
  releases: ReleasesPlace,
};

/** The room that is open, and what is being pasted there. */
export function RoomAt() {
  const room = useRoom();
  const OfRoom = rooms[room];
  const pasting = useClip(({ text }) => text);
  return (
    <Later waiting={<View className="flex-1" aria-busy />}>
      <OfRoom />
      {pasting === null ? null : <Pasting key={pasting} text={pasting} />}
    </Later>
  );
}
