/**
 * A browser that is busy goes back a good while after it was asked, to wherever back is by then. So what is asked for
 * meanwhile waits until it has.
 */
const waiting: (() => void)[] = [];

let isGoingBack = false;

/** Milliseconds; after that it is taken that the browser goes nowhere. */
const MOST_MS = 2000;

/** Does a step now, or once the browser has gone back. */
export function inTurn(step: () => void): void {
  waiting.push(step);
  doWaiting();
}

/**
 * Goes back as the browser's own button does; what comes after it waits until that has happened. The router's own way
 * back takes it that the browser has gone after a tenth of a second, and loses its place where it has not.
 */
export function goBack(): void {
  isGoingBack = true;
  const done = () => {
    window.removeEventListener('popstate', done);
    clearTimeout(timer);
    isGoingBack = false;
    doWaiting();
  };
  // The router hears it first: it has listened since the page was there.
  window.addEventListener('popstate', done);
  const timer = setTimeout(done, MOST_MS);
  window.history.back();
}

function doWaiting(): void {
  while (!isGoingBack) {
    const step = waiting.shift();
    if (!step) return;
    step();
  }
}
