import { expect, test } from '@playwright/test';
import { isWide, openDemo, phone } from './steps';

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

test('the first screen asks for no code that it can do without', async ({ page }) => {
  const asked: string[] = [];
  page.on('request', (request) => {
    const script = /\/([^/]+)-[0-9a-f]{32}\.js$/.exec(request.url())?.[1];
    if (script) asked.push(script);
  });
  await openDemo(page);
  const first = ['entry', 'fernWorker', 'shared', ...(isWide(page) ? ['Bench', 'menus'] : [])].sort();
  // The screens of the phone come next, and only when it is there.
  expect([...new Set(asked.slice(0, asked.indexOf('allParts')))].sort()).toEqual(first);
});

test('a screen whose code does not come says so, and is there once it is tried again', async ({ page }) => {
  test.skip(isWide(page), 'the same at every size');
  await page.route('**/allParts-*.js', (route) => route.abort());
  await page.goto('/demo');
  await phone(page).getByRole('button', { name: 'Sign in as Hesper Pellow' }).click({ timeout: 30_000 });
  const wrong = phone(page).getByRole('alert').first();
  await expect(wrong).toContainText('Something is wrong with the screen');
  await expect(wrong).toContainText('Everything saved is still there.');
  await page.unroute('**/allParts-*.js');
  await wrong.getByRole('button', { name: 'Try again' }).click();
  await expect(phone(page).getByRole('alert')).toHaveCount(0);
  await expect(phone(page).getByRole('link', { name: /^Garments, 400/ })).toBeVisible();
});
