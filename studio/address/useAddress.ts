import { type Href, router } from 'expo-router';
import { createContext, useContext, useEffect } from 'react';
import { useApp } from '../useApp';
import { type Address, pathOf, type PlaceId, placeOfRoom } from './address';

export const AddressContext = createContext<Address>({ room: 'plan' });

export const useAddress = (): Address => useContext(AddressContext);

/** The paths that led here, the latest last: so that closing something goes back instead of on. */
const visited: string[] = [];

/** What was open last in each place, of which app. */
let lastly: { appId: string; places: Partial<Record<PlaceId, Address>> } = { appId: '', places: {} };

/** Keeps the way that was gone; `address` is the one that is shown. */
export function useVisited(appId: string, address: Address): void {
  const path = pathOf(appId, address);
  useEffect(() => {
    const { room, id } = address;
    if (lastly.appId !== appId) lastly = { appId, places: {} };
    lastly.places[placeOfRoom(room)] = id === undefined ? { room } : { room, id };
  }, [appId, address]);
  useEffect(() => {
    if (visited.at(-2) === path) visited.pop();
    else if (visited.at(-1) !== path) visited.push(path);
  }, [path]);
}

export function openAddress(appId: string, address: Address): void {
  const path = pathOf(appId, address);
  if (visited.at(-1) !== path) router.push(path as Href);
}

/** Leaves what is open for what it was opened from: back where one came from there, otherwise in its place. */
export function leaveFor(appId: string, address: Address): void {
  const path = pathOf(appId, address);
  if (visited.at(-2) === path) router.back();
  else router.replace(path as Href);
}

/** Where one goes by going to a place: to what was open there last, and from there to its beginning. */
export const addressOfPlace = (place: PlaceId, now: Address): Address =>
  placeOfRoom(now.room) === place ? { room: place } : (lastly.places[place] ?? { room: place });

/** Opens and leaves things of the app that is open. */
export function useOpen(): { open: (address: Address) => void; leave: (address: Address) => void } {
  const { appId } = useApp();
  return { open: (address) => openAddress(appId, address), leave: (address) => leaveFor(appId, address) };
}
