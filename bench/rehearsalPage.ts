import type { Page } from '@playwright/test';
import type { Say } from './measure';

/** How long a rehearsal of the demo's oldest release keeps the page from anything else, at the longest. */
export async function measureRehearsalPage(page: Page, site: string, say: Say): Promise<void> {
  await page.goto(`${site}/demo`);
  await page
    .getByRole('button', { name: /^Sign in as/ })
    .first()
    .waitFor();
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Ship' }).click();
  await page.getByRole('navigation', { name: 'What is here' }).getByRole('link', { name: '1.0.0' }).click();
  const rehearse = page.getByRole('button', { name: 'Rehearse the upgrade' });
  await rehearse.waitFor();
  // What the place itself took is over.
  await page.waitForTimeout(2000);
  await page.evaluate(() => {
    const held = globalThis as typeof globalThis & { longest: number };
    held.longest = 0;
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) held.longest = Math.max(held.longest, duration);
    }).observe({ type: 'longtask' });
  });
  await rehearse.click();
  await page.getByText(/^Difficult rows: /).waitFor({ timeout: 120_000 });
  await page.waitForTimeout(500);
  // The browser tells of tasks over 50 ms alone.
  say(
    'rehearsal_page_longest_over_50',
    await page.evaluate(() => (globalThis as never as { longest: number }).longest),
    'ms',
  );
}
