/** What a page may ask of its worker: see `TROUBLE`. */
export interface Trouble {
  /** The write of storage that fails from here on: 1 is the next. */
  failIn?: number;
  /** Every write of storage fails from now on, or none any more, as on a full disk. */
  full?: boolean;
  /** Storage answers nothing but failures from now on, or answers again. */
  dead?: boolean;
  /** The worker stands still for so many milliseconds, as on a machine that swaps. */
  sleep?: number;
}

/**
 * Stands before the worker's own code and does what the page asks for. `/sleep/<ms>` has to be answered so much later.
 */
export const TROUBLE = `(() => {
  const { put, get, getAllKeys } = IDBObjectStore.prototype;
  let trouble = { failIn: 0, full: false, dead: false };
  const unless = (method, fails) => function (...args) {
    if (fails()) throw trouble.dead ? new DOMException('no answer', 'UnknownError') : new DOMException('The disk is full', 'QuotaExceededError');
    return method.apply(this, args);
  };
  IDBObjectStore.prototype.put = unless(put, () => trouble.dead || trouble.full || (trouble.failIn > 0 && --trouble.failIn === 0));
  IDBObjectStore.prototype.get = unless(get, () => trouble.dead);
  IDBObjectStore.prototype.getAllKeys = unless(getAllKeys, () => trouble.dead);
  self.addEventListener('message', (event) => {
    const asked = event.data && event.data.trouble;
    if (!asked) return;
    event.stopImmediatePropagation();
    trouble = { ...trouble, ...asked };
    if (!asked.sleep) return;
    const call = new XMLHttpRequest();
    call.open('GET', self.origin + '/sleep/' + asked.sleep, false);
    call.send();
  });
})();\n`;

/** Keeps hold of the page's workers, so that they can be troubled and killed. */
export const HOLD_WORKERS =
  'window.workers = []; window.Worker = class extends window.Worker { constructor(...args) { super(...args); window.workers.push(this); } };';

/** What the page runs to trouble its workers. */
export const troubling = (trouble: Trouble): string =>
  `window.workers.forEach((worker) => worker.postMessage({ trouble: ${JSON.stringify(trouble)} }))`;
