/**
 * What a page does before anything else is asked for; it stands in the page as it is written here. What the app showed
 * last is drawn before its worker has begun (studio/recall): both at once would keep each other waiting on few cores.
 * Its script is fetched meanwhile. Where there is nothing to draw of, the worker starts at once.
 *
 * @param {string} worker where its script is
 * @param {{ path: string, appId: string, recalled: string }} demo the page that begins with the demo, and where its
 *   first screen is
 * @param {string} key what apps are kept under, before their ids
 */
export function begin(worker, demo, key) {
  const { pathname } = globalThis.location;
  let started;
  globalThis.fernWorker = () => {
    if (started) return started;
    started = new Worker(worker, { name: pathname });
    started.addEventListener('error', () => (globalThis.fernWorkerFailed = true));
    return started;
  };
  // What cannot be fetched is asked for again by who needs it, and missed there.
  const ask = (path, options) => fetch(path, options).catch(() => undefined);
  let isRecalled = false;
  try {
    const kept = Object.keys(localStorage).filter((each) => each.startsWith(key));
    const isDemo = pathname === demo.path;
    // Whoever has been here before may have changed it.
    const isFirst = isDemo && kept.length === 0;
    if (isFirst) globalThis.fernRecalled = ask(demo.recalled);
    isRecalled = isFirst || kept.includes(key + (isDemo ? demo.appId : pathname.split('/')[2]));
  } catch {
    // Nothing is kept where the browser keeps nothing.
  }
  if (isRecalled) ask(worker, { priority: 'low' });
  else globalThis.fernWorker();
}
