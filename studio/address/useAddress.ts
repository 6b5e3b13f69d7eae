import { type Href, router } from 'expo-router';
import { createContext, useContext, useEffect, useMemo } from 'react';
import { useApp } from '../useApp';
import { type Address, pathOf, type PlaceId, placeOfRoom, type Room } from './address';
import { goBack, inTurn } from './inTurn';
import { showAddress } from './shown';

export const AddressContext = createContext<Address>({ room: 'plan' });

export const useAddress = (): Address => useContext(AddressContext);

/** Apart from the address, for what stays as it is from one thing of a room to the next. */
export const RoomContext = createContext<Room>('plan');

export const useRoom = (): Room => useContext(RoomContext);

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
  // Outside of the app other ways are gone, so that what led to it before is not what it is come from afterwards.
  useEffect(() => () => void (visited.length = 0), [appId]);
  // What went by the browser's own buttons is known only here.
  useEffect(() => {
    if (visited.at(-1) === path) return;
    if (visited.at(-2) === path) visited.pop();
    else visited.push(path);
  }, [path]);
}

// The way is kept at once, before it is drawn: of a double tap the second finds itself there already.

export const openAddress = (appId: string, address: Address): void =>
  inTurn(() => {
    const path = pathOf(appId, address);
    if (visited.at(-1) === path) return;
    visited.push(path);
    showAddress(appId, address, () => {
      if (visited.at(-1) === path) visited.pop();
    });
  });

/** Leaves what is open for what it was opened from: back where one came from there, otherwise in its place. */
export const leaveFor = (appId: string, address: Address): void =>
  inTurn(() => {
    const path = pathOf(appId, address);
    if (visited.at(-1) === path) return;
    if (visited.at(-2) !== path) return replacePath(path);
    visited.pop();
    goBack();
  });

/** Leaves the app for the shelf. */
export const openShelf = (): void => inTurn(() => router.push('/'));

/** Where one goes by going to a place: to what was open there last. */
export const addressOfPlace = (place: PlaceId): Address => lastly.places[place] ?? { room: place };

/** Opens one thing in the place of what is open, which is not come back to. */
const replaceAddress = (appId: string, address: Address): void => inTurn(() => replacePath(pathOf(appId, address)));

function replacePath(path: string): void {
  visited.pop();
  visited.push(path);
  router.replace(path as Href);
}

type Go = (address: Address) => void;

/** Opens and leaves things of the app that is open. */
export function useOpen(): { open: Go; leave: Go; replace: Go } {
  const { appId } = useApp();
  return useMemo(
    () => ({
      open: (address) => openAddress(appId, address),
      leave: (address) => leaveFor(appId, address),
      replace: (address) => replaceAddress(appId, address),
    }),
    [appId],
  );
}
