import { expect, type Page, test } from '@playwright/test';
import { addRecord, isWide, openDemo, phone } from './steps';

// A service worker would answer for the scripts that are held back here.
test.use({ serviceWorkers: 'block' });

const KEY = 'fern-shelf/recalled/lantern-lane';
const person = (page: Page, name: string) => phone(page).getByRole('button', { name: `Sign in as ${name}` });
const kept = (page: Page) => page.evaluate((key) => localStorage.getItem(key), KEY);
const isKept = async (page: Page) => (await kept(page)) !== null;

/** Keeps the worker from starting; gives what lets it. */
async function holdWorker(page: Page): Promise<() => void> {
  let letCome = () => {};
  const held = new Promise<void>((resolve) => (letCome = resolve));
  await page.route('**/fernWorker-*.js', async (route) => {
    await held;
    await route.fallback();
  });
  return letCome;
}

test('the demo is drawn before its worker has started, and answers once that has', async ({ page }) => {
  const letCome = await holdWorker(page);
  await page.goto('/demo');
  await person(page, 'Hesper Pellow').click();
  await expect(page).toHaveURL(/\/apps\/lantern-lane\/run$/);
  // Whether there is a PIN is asked of the database alone.
  await expect(person(page, 'Hesper Pellow')).toBeVisible();
  letCome();
  await expect(phone(page).getByRole('link', { name: 'Garments, 400 records' })).toBeVisible();
});

test('what was open is drawn at once the next time, as it is and never as it was', async ({ page }) => {
  test.skip(isWide(page), 'the same at every size');
  await page.goto('/demo');
  // What the build ships is what the worker says of it.
  await expect.poll(() => isKept(page)).toBe(true);
  const shipped = await page.evaluate(async () => (await fetch('/demos/theatre.recalled.json')).json());
  const { recalled } = JSON.parse((await kept(page)) ?? '');
  expect({ ...recalled, state: { ...recalled.state, generation: '' } }).toEqual({
    ...shipped,
    state: { ...shipped.state, generation: '' },
  });

  // A change lets go of it before anything else.
  await person(page, 'Hesper Pellow').click();
  await phone(page)
    .getByRole('link', { name: /^Wardrobe workers/ })
    .click();
  await addRecord(page, 'Worker', { Name: 'Ilka Dorn' });
  expect(await isKept(page)).toBe(false);
  // Nor is the demo drawn then as it ships.
  let letCome = await holdWorker(page);
  await page.goto('/demo');
  await expect(page.getByText('Setting up Lantern Lane Playhouse…')).toBeVisible();
  await page.waitForTimeout(500);
  await expect(person(page, 'Hesper Pellow')).toHaveCount(0);
  letCome();
  await expect(person(page, 'Ilka Dorn')).toBeVisible();

  await expect.poll(() => isKept(page)).toBe(true);
  letCome = await holdWorker(page);
  await page.reload();
  await person(page, 'Ilka Dorn').click();
  letCome();
  await expect(phone(page).getByRole('link', { name: 'Wardrobe workers, 4 records' })).toBeVisible();
});

test('what another tab has is not written here, however it is recalled', async ({ page, context }) => {
  test.skip(isWide(page), 'the same at every size');
  await openDemo(page);
  await expect.poll(() => isKept(page)).toBe(true);
  const other = await context.newPage();
  await other.goto('/demo');
  await expect(other.getByRole('heading', { name: 'This app is open in another tab' })).toBeVisible();
  await other.getByRole('button', { name: 'Take over here' }).click();
  await person(other, 'Hesper Pellow').click();
  await expect(phone(other).getByRole('link', { name: 'Garments, 400 records' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'This app is open in another tab' })).toBeVisible();
});

test('a worker that cannot be started is told of, and starts when the page is loaded again', async ({ page }) => {
  test.skip(isWide(page), 'the same at every size');
  for (const address of ['/demo', '/']) {
    await page.route('**/fernWorker-*.js', (route) => route.abort());
    await page.goto(address);
    const wrong = page.getByRole('alert').filter({ hasText: 'could not be started' });
    await expect(wrong).toContainText('What you have saved is still here.');
    await page.unroute('**/fernWorker-*.js');
    await wrong.getByRole('button', { name: 'Load again' }).click();
    await expect(wrong).toHaveCount(0);
    if (address === '/demo') await expect(person(page, 'Hesper Pellow')).toBeVisible();
  }
  await expect(page.getByRole('link', { name: 'Open Lantern Lane Playhouse' })).toBeVisible();
});
