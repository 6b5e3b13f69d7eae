import { create } from 'zustand';
import type { Room } from '../address';

interface HelpState {
  /** Nothing where no help is open; without a page, what pages there are. */
  open: { page?: string; heading?: string } | null;
}

export const useHelp = create<HelpState>(() => ({ open: null }));

export const openHelp = (page?: string, heading?: string): void => useHelp.setState({ open: { page, heading } });

export const closeHelp = (): void => useHelp.setState({ open: null });

/** The page that is about what a room is for. */
const pageOfRoom: Partial<Record<Room, string>> = {
  plan: 'links',
  map: 'links',
  tables: 'links',
  people: 'people',
  queries: 'expressions',
  routines: 'routines',
  run: 'scanning',
  ship: 'releases',
  releases: 'releases',
  rows: 'durability',
  data: 'durability',
};

/** Help on what is open; what pages there are, where none is about it. */
export const helpOn = (room: Room): void => openHelp(pageOfRoom[room]);
