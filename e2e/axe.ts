import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** Axe finds nothing serious or moderate on the page as it stands. */
export async function clean(page: Page) {
  // Without a page of its own for each report: there are no frames here, and it takes a third of the time.
  const { violations } = await new AxeBuilder({ page })
    .exclude('.miniature')
    .options({ runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'], resultTypes: ['violations'] })
    .setLegacyMode(true)
    .analyze();
  const serious = violations.filter(({ impact }) => impact !== 'minor');
  expect(
    serious.map(
      ({ id, nodes }) =>
        `${id}: ${nodes
          .slice(0, 3)
          .map(({ html, any }) => `${html.slice(0, 120)} ${any[0]?.message ?? ''}`)
          .join(' | ')}`,
    ),
  ).toEqual([]);
}
