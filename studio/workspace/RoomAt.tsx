import type { ReactNode } from 'react';
import { type Room, useAddress } from '../address';
import { CodePlace } from '../code';
import { DataPlace } from '../data/DataPlace';
import { PlanPlace } from '../plan/PlanPlace';
import { RunPlace } from '../run/RunPlace';
import { ScreensPlace } from '../screens/ScreensPlace';
import { ShipPlace } from '../ship/ShipPlace';

/** What shows each room. */
const rooms: Record<Room, () => ReactNode> = {
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
};

/** The room that is open. */
export function RoomAt() {
  const { room } = useAddress();
  const OfRoom = rooms[room];
  return <OfRoom />;
}
