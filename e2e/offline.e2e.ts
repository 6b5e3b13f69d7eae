import { once } from 'node:events';
import { appendFileSync, cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import type { AddressInfo, Server } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { expect, type Page, test } from '@playwright/test';
import { makeServer } from '../server/server';
import { go, openList, phone } from './steps';

test.use({ serviceWorkers: 'allow' });
test.setTimeout(150_000);

// A build of its own, which these tests put another one in the place of.
const folder = mkdtempSync(join(tmpdir(), 'fern-build-'));
let server: Server;
let site: string;

test.beforeAll(async () => {
  cpSync(join(__dirname, '..', 'dist'), folder, { recursive: true });
  server = makeServer(folder).listen(0, '127.0.0.1');
  await once(server, 'listening');
  site = `http://localhost:${(server.address() as AddressInfo).port}`;
});
test.afterAll(() => {
  server.close();
  rmSync(folder, { recursive: true, force: true });
});

/** Opens the demo, and goes to the shelf when the studio is kept for use without a network. */
async function kept(page: Page) {
  await page.goto(`${site}/demo`);
  await phone(page)
    .getByRole('button', { name: /^Sign in as/ })
    .first()
    .click();
  await page.evaluate(async () => (await navigator.serviceWorker.ready).active);
}

test('the studio opens and works without a network, and says that it does', async ({ page, context }) => {
  await kept(page);
  await page.goto(site);
  await expect(page.getByText('it opens and works without a network')).toBeVisible({ timeout: 30_000 });
  await context.setOffline(true);
  await page.reload();
  await page.getByRole('link', { name: /^Open Lantern Lane/ }).click();
  await expect(page.getByRole('heading', { name: 'Plan', level: 1 })).toBeVisible();
  await go(page, 'Run');
  await phone(page)
    .getByRole('button', { name: /^Sign in as/ })
    .first()
    .click();
  await openList(page, 'Performers');
  await expect(phone(page).getByRole('listitem').first()).toBeVisible();
  await go(page, 'Ship');
  await expect(page.getByRole('heading', { name: 'Ship', level: 1 })).toBeVisible();
  await context.setOffline(false);
});

test('a newer build is offered, taken when asked, and until then the old one goes on', async ({ page }) => {
  await kept(page);
  await page.reload();
  await phone(page)
    .getByRole('button', { name: /^Sign in as/ })
    .first()
    .waitFor();
  const script = join(folder, 'sw.js');
  appendFileSync(script, '\n// another\n');
  writeFileSync(`${script}.br`, brotliCompressSync(readFileSync(script)));
  await page.reload();
  const offer = page.getByRole('status').filter({ hasText: 'A newer Fern Shelf is ready' });
  await expect(offer).toBeVisible({ timeout: 40_000 });
  await go(page, 'Plan');
  await expect(page.getByRole('heading', { name: 'Plan', level: 1 })).toBeVisible();
  const loaded = page.waitForEvent('load');
  await page.getByRole('button', { name: 'Load it now' }).click();
  await loaded;
  await expect(page.getByRole('heading', { name: 'Plan', level: 1 })).toBeVisible();
  await page.waitForTimeout(6000);
  await expect(offer).toBeHidden();
});

test.describe('a later piece of the studio', () => {
  test.use({ serviceWorkers: 'block' });
  test('that cannot be had says so where it is missed, and is loaded again', async ({ page }) => {
    await page.route('**/parts-*.js', (route) => route.abort());
    await page.goto(`${site}/demo`);
    await phone(page)
      .getByRole('button', { name: /^Sign in as/ })
      .first()
      .waitFor();
    await page.goto(`${site}/apps/lantern-lane/plan`);
    await expect(page.getByRole('alert')).toContainText('could not be fetched');
    await page.unroute('**/parts-*.js');
    await page.getByRole('button', { name: 'Load again' }).click();
    await expect(page.getByRole('heading', { name: 'Plan', level: 1 })).toBeVisible();
  });
});
