import { expect, test } from '@playwright/test';
import { isWide, openDemo, phone, showBench } from './steps';

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

test('what comes late moves nothing from under a finger', async ({ page }) => {
  test.skip(isWide(page), 'on a small screen the bench lies over the places');
  let letCome = () => {};
  const held = new Promise<void>((resolve) => (letCome = resolve));
  await page.route('**/menus-*.js', async (route) => {
    await held;
    await route.continue();
  });
  await openDemo(page);
  await showBench(page);
  const tool = page.getByRole('button', { name: 'Take the scanner' });
  const before = await tool.boundingBox();
  letCome();
  await expect(page.getByRole('button', { name: /^Language/ })).toBeVisible();
  expect(await tool.boundingBox()).toEqual(before);
});

test('a menu whose code does not come says so, does not go on asking, and is there once it is loaded again', async ({
  page,
}) => {
  test.skip(isWide(page), 'the same at every size');
  let asked = 0;
  await page.route('**/menus-*.js', (route) => {
    asked += 1;
    return route.abort();
  });
  await openDemo(page);
  await showBench(page);
  await expect(page.getByText('A part of Fern Shelf could not be fetched')).toBeVisible();
  // Each of its two buttons has asked, and the studio once for all that comes later; not again and again.
  await page.waitForTimeout(3000);
  expect(asked).toBeLessThanOrEqual(4);
  await page.unroute('**/menus-*.js');
  await page.getByRole('button', { name: 'Load again' }).click();
  await showBench(page);
  await expect(page.getByRole('button', { name: /^Language/ })).toBeVisible();
});
