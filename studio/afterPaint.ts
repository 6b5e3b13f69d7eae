/** Does something once the browser has drawn what there is by now. Gives what calls it off. */
export function afterPaint(work: () => void): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const frame = requestAnimationFrame(() => {
    timer = setTimeout(work);
  });
  return () => {
    cancelAnimationFrame(frame);
    clearTimeout(timer);
  };
}
