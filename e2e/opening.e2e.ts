import { expect, test } from '@playwright/test';
import { isWide, openDemo } from './steps';

test('the demo opens without an error, and without asking for what the policy forbids', async ({ page }) => {
  test.skip(isWide(page), 'the same at every size');
  const told: string[] = [];
  page.on('console', (message) => {
    if (message.type() === 'error') told.push(message.text());
  });
  page.on('pageerror', ({ message }) => told.push(message));
  await page.addInitScript(() => {
    document.addEventListener('securitypolicyviolation', ({ violatedDirective }) =>
      console.error(`refused: ${violatedDirective}`),
    );
  });
  await openDemo(page);
  expect(told).toEqual([]);
});
