/**
 * Does something with the frame after the one that draws what there is by now; soon in a page out of sight, which draws
 * no frames. Gives what calls it off.
 */
export function afterPaint(work: () => void): () => void {
  let isOff = false;
  const act = () => void (isOff || work());
  if (document.visibilityState === 'hidden') queueMicrotask(act);
  else requestAnimationFrame(() => requestAnimationFrame(act));
  return () => void (isOff = true);
}

/** Once the browser has drawn what there is by now. */
export const drawn = (): Promise<void> => new Promise((resolve) => void afterPaint(resolve));

/** A frame that takes longer is not waited for. */
const LONGEST_MS = 250;

/** The same, or until the page goes out of sight, or draws nothing for long: what has to be done whatever is drawn. */
export const drawnOrHidden = (): Promise<void> =>
  new Promise((resolve) => {
    const end = () => {
      callOff();
      clearTimeout(timer);
      document.removeEventListener('visibilitychange', end);
      resolve();
    };
    const timer = setTimeout(end, LONGEST_MS);
    document.addEventListener('visibilitychange', end);
    const callOff = afterPaint(end);
  });
