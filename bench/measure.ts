import type { Page } from '@playwright/test';

export const median = (values: readonly number[]): number => quantile(values, 0.5);
export const p95 = (values: readonly number[]): number => quantile(values, 0.95);

function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((left, right) => left - right);
  return sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)] ?? Number.NaN;
}

/**
 * Milliseconds from an action in the page to the frame after `done` first holds. Both run in the page; `done` is asked
 * after each change of the document.
 */
export function untilPainted(page: Page, action: string, done: string): Promise<number> {
  return page.evaluate(
    `new Promise((resolve, reject) => {
      const phone = document.querySelector('[aria-label="Bench phone"]');
      // Read without forcing a layout, which would be counted in.
      const top = () => [...phone.querySelectorAll('[role=list]')].find((each) => !each.closest('[aria-hidden=true]'));
      const holds = () => { try { return (${done}); } catch { return false; } };
      const begun = performance.now();
      const timer = setTimeout(() => { observer.disconnect(); reject(new Error('never painted: ' + document.body.innerText.slice(0, 400))); }, 15000);
      const check = () => {
        if (!holds()) return;
        observer.disconnect();
        clearTimeout(timer);
        requestAnimationFrame(() => { const channel = new MessageChannel(); channel.port1.onmessage = () => resolve(performance.now() - begun); channel.port2.postMessage(0); });
      };
      const observer = new MutationObserver(check);
      observer.observe(document.body, { subtree: true, childList: true, characterData: true, attributes: true });
      ${action};
      check();
    })`,
  );
}
