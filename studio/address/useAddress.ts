import { type Href, router } from 'expo-router';
import { createContext, useContext, useEffect } from 'react';
import { useApp } from '../useApp';
import { type Address, pathOf } from './address';

export const AddressContext = createContext<Address>({ room: 'plan' });

export const useAddress = (): Address => useContext(AddressContext);

/** The paths that led here, the latest last: so that closing something goes back instead of on. */
const visited: string[] = [];

/** Keeps the way that was gone; `path` is the one that is shown. */
export function useVisited(path: string): void {
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

/** Opens and leaves things of the app that is open. */
export function useOpen(): { open: (address: Address) => void; leave: (address: Address) => void } {
  const { appId } = useApp();
  return { open: (address) => openAddress(appId, address), leave: (address) => leaveFor(appId, address) };
}
