/**
 * Going somewhere takes a while: a browser that is busy goes back a good while after it was asked, to wherever back is by
 * then, and the router comes to an address some frames after it is shown. So what is asked for meanwhile waits until it
 * is there.
 */
const waiting: (() => void)[] = [];

/** Ends the way that one is on. */
let arriveNow: (() => void) | null = null;

/** Milliseconds; after that it is taken that nothing is reached. */
const MOST_MS = 2000;

/** Does a step now, or once one has arrived. */
export function inTurn(step: () => void): void {
  waiting.push(step);
  doWaiting();
}

/** Sets off: what comes after it waits until what this gives is called, once it is there. */
export function setOff(): () => void {
  const arrive = () => {
    clearTimeout(timer);
    if (arriveNow !== arrive) return;
    arriveNow = null;
    doWaiting();
  };
  const timer = setTimeout(arrive, MOST_MS);
  arriveNow = arrive;
  return arrive;
}

/**
 * Goes back as the browser's own button does; what comes after it waits until that has happened. The router's own way
 * back takes it that the browser has gone after a tenth of a second, and loses its place where it has not.
 */
export function goBack(): void {
  const arrive = setOff();
  // The router hears it first: it has listened since the page was there.
  window.addEventListener('popstate', arrive, { once: true });
  window.history.back();
}

function doWaiting(): void {
  while (!arriveNow) {
    const step = waiting.shift();
    if (!step) return;
    step();
  }
}
