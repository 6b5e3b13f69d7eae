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
