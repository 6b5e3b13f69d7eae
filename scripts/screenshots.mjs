// Takes the pictures of docs/screenshots from the demo, with the site served at the address given.
import { readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';

const base = process.argv[2] ?? 'http://localhost:8734';
const browser = await chromium.launch(JSON.parse(readFileSync('scripts/chromium.json', 'utf8')));

for (const [size, viewport] of [
  ['phone', { width: 390, height: 844 }],
  ['wide', { width: 1280, height: 800 }],
]) {
  const page = await (await browser.newContext({ viewport, locale: 'en-GB' })).newPage();
  const phone = page.getByRole('region', { name: 'Bench phone' });
  const shot = async (name) => {
    await page.waitForTimeout(700);
    await page.screenshot({ path: `docs/screenshots/${name}.png` });
  };
  const go = async (place) => {
    const bench = page.getByRole('button', { name: 'Show the bench' });
    if (await bench.isVisible()) await bench.click();
    await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: place }).click();
  };
  const list = page.getByRole('navigation', { name: 'What is here' });
  /** Opens something of the place by its name: in its list, or by what stands for it on a small screen. */
  const open = (name, otherwise) =>
    size === 'wide' ? list.getByRole('link', { name, exact: true }).first().click() : otherwise.click();
  await page.goto(`${base}/`);
  await page.getByRole('button', { name: 'New app' }).click();
  await page.getByRole('button', { name: /Willow Bank/ }).click();
  await page.getByRole('heading', { name: 'Plan' }).waitFor();
  await page.goto(`${base}/demo`);
  await phone.getByRole('button', { name: /^Sign in as Hesper/ }).waitFor();
  if (size === 'phone') await shot('sign-in-phone');
  await phone.getByRole('button', { name: /^Sign in as Hesper/ }).click();
  await phone.getByRole('link', { name: /^Garments/ }).click();
  await phone.getByRole('button', { name: 'Add Garment', exact: true }).first().click();
  await phone.getByRole('textbox', { name: 'Name', exact: true }).fill('Amber silk tailcoat');
  await phone.getByRole('textbox', { name: 'Tag', exact: true }).fill('2000000004013');
  await phone.getByRole('button', { name: 'Save', exact: true }).click();
  await phone.getByRole('button', { name: 'Dismiss' }).click();
  if (size === 'phone') await shot('run-phone');
  await go('Plan');
  await open('Map', page.getByRole('radio', { name: 'Map' }));
  if (size === 'wide') await shot('map-wide');
  await open('All tables', page.getByRole('radio', { name: 'Tables' }));
  await open('Fittings', page.getByRole('link', { name: 'Open Fittings' }));
  await shot(`plan-${size}`);
  if (size === 'wide') {
    await page.getByRole('button', { name: /^Starting rows/ }).click();
    await page.getByRole('gridcell', { name: /^Garment of row 3/ }).click();
    await shot('starting-wide');
    await page.getByRole('button', { name: /^Back to/ }).click();
  }
  await go('Data');
  if (size === 'wide') await shot('data-wide');
  if (size === 'phone') {
    await go('Run');
    await phone.getByRole('button', { name: 'Back' }).click();
    await phone.getByRole('link', { name: 'Stock-take', exact: true }).click();
    await page.getByRole('button', { name: 'Show the bench' }).click();
    await page.getByRole('button', { name: 'Take the scanner' }).click();
    for (const label of [/2000000000015/, /2000000000022/, /^Scan Twin/, /2000000000039/])
      await page.getByRole('region', { name: 'Scanner' }).getByRole('button', { name: label }).first().click();
    await shot('scan-phone');
    await page.getByRole('button', { name: 'Show the bench' }).click();
    await page.getByRole('button', { name: 'Put the scanner away' }).click();
    await phone.getByRole('tab', { name: 'Start' }).click();
    await phone.getByRole('link', { name: /^Fitting days/ }).click();
    await phone.getByRole('list', { name: /^Fittings on/ }).waitFor();
    await shot('calendar-phone');
  }
  await go('Screens');
  await page.waitForTimeout(1500);
  if (size === 'wide') {
    await shot('screens-wide');
    await page.getByRole('button', { name: /^Design Productions, List/ }).click();
    await page.waitForTimeout(800);
    await shot('list-wide');
    await list.getByRole('link', { name: 'Gather repairs' }).click();
    await shot('routine-wide');
  } else {
    await page.getByRole('button', { name: /^Design Garments, List/ }).click();
    await page.getByRole('group', { name: 'The row', exact: true }).scrollIntoViewIfNeeded();
    await shot('row-phone');
    await page.getByRole('button', { name: 'All screens' }).click();
    await go('Run');
    await phone.getByRole('tab', { name: 'Mending by month' }).click();
    await shot('report-phone');
  }
  await go('Ship');
  await go('Shelf');
  if (size === 'wide') await shot('shelf-wide');
  if (size === 'phone') {
    const rows = Array.from(
      { length: 24 },
      (_, index) =>
        `W-0${index + 10},Bale ${index + 1},€${index * 3 + 12}.50,0${(index % 9) + 1}/0${(index % 5) + 1}/2026`,
    );
    const [chooser] = await Promise.all([
      page.waitForEvent('filechooser'),
      page.getByRole('button', { name: 'Import data' }).click(),
    ]);
    await chooser.setFiles({
      name: 'wool_store.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(['Shelf,Name,Price,Bought', ...rows, 'W-099,Odd lot,ask Ivo,02/03/2026'].join('\n')),
    });
    await page.getByRole('button', { name: 'Make the app' }).waitFor();
    await shot('import-phone');
    await page.getByRole('button', { name: 'Close' }).click();
  }
  if (size === 'wide') {
    await page.getByRole('link', { name: 'Open Lantern Lane Playhouse' }).click();
    await go('Ship');
    await page.getByRole('button', { name: 'Read the code' }).click();
    await page.getByRole('button', { name: 'Folder screens' }).click();
    await page.getByRole('link', { name: 'File screens/garments.ts' }).click();
    await page.getByText('listScreen').first().waitFor();
    await shot('code-wide');
    await list.getByRole('link', { name: 'All releases' }).click();
    await page.getByRole('link', { name: 'Release 1.0.0', exact: true }).click();
    await page.getByRole('button', { name: 'Rehearse the upgrade' }).click();
    await page.getByRole('group', { name: /^Difficult rows, from/ }).waitFor({ timeout: 60_000 });
    await page.getByRole('group', { name: /^The starting rows, from/ }).evaluate((part) => part.scrollIntoView());
    await shot('release-wide');
    await go('Shelf');
    await page.getByRole('button', { name: 'Use dark colours' }).click();
    await page.getByRole('link', { name: 'Open Lantern Lane Playhouse' }).click();
    await go('Ship');
    await list.getByRole('link', { name: 'All releases' }).click();
    await page.getByRole('link', { name: 'Release 1.2.0', exact: true }).waitFor();
    await shot('releases-dark');
  }
}
await browser.close();
