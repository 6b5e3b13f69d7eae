import { type Href, router } from 'expo-router';
import { useEffect, useMemo } from 'react';
import { create } from 'zustand';
import { drawnOrHidden } from '../afterPaint';
import { type Address, pathOf } from './address';
import { setOff } from './inTurn';

/** An address that is shown before the router is there, for as long as that is still at the path that it leaves. */
interface Ahead {
  from: string;
  to: Address;
}

const useAhead = create<{ ahead: Ahead | null }>(() => ({ ahead: null }));

/** Where the router is, while an app is open. */
let routerAt: string | null = null;

/** Ends the router's way to what is shown: it is somewhere else by now. */
let endWay: (() => void) | null = null;

/**
 * Opens an address: what it shows is drawn first, and the router goes there with the frame after. On its way it draws the
 * page three times before what is open would be told. Whoever goes back by the browser's button before it has set out
 * stays there, and `onTurnedBack` is called.
 */
export function showAddress(appId: string, to: Address, onTurnedBack: () => void): void {
  const path = pathOf(appId, to);
  const go = () => router.push(path as Href);
  if (routerAt === null || routerAt === path) return go();
  const arrive = setOff();
  let isWaiting = true;
  void drawnOrHidden().then(() => {
    if (!isWaiting) return;
    isWaiting = false;
    go();
  });
  endWay = () => {
    if (isWaiting) onTurnedBack();
    isWaiting = false;
    // What comes next may go back, which the browser can only once the router has told it of this address.
    setTimeout(arrive);
  };
  useAhead.setState({ ahead: { from: routerAt, to } });
}

/** What is shown where the router is at `asked`; the same for as long as it says the same. */
export function useShown(appId: string, asked: Address): Address {
  const path = pathOf(appId, asked);
  const ahead = useAhead((state) => (state.ahead?.from === path ? state.ahead.to : null));
  useEffect(() => {
    routerAt = path;
    return () => {
      routerAt = null;
      endWay?.();
      endWay = null;
      useAhead.setState({ ahead: null });
    };
  }, [path]);
  const shown = ahead ?? asked;
  return useMemo(() => shown, [pathOf(appId, shown)]); // eslint-disable-line react-hooks/exhaustive-deps
}
