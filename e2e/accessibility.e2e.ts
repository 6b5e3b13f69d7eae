import { expect, type Page, test } from '@playwright/test';
import { clean } from './axe';
import { go, isWide, onBench, openDemo, openHere, openTable, phone, pressMore } from './steps';

for (const scheme of ['light', 'dark'] as const) {
  test(`axe finds nothing serious where screens are designed, nor on screens of every kind, ${scheme}`, async ({
    page,
  }) => {
    test.skip(isWide(page) !== (scheme === 'dark'), 'each of the two once: it takes its time');
    test.setTimeout(280_000);
    await page.emulateMedia({ colorScheme: scheme, reducedMotion: 'reduce' });
    await openDemo(page);
    for (const name of ['Productions', 'Loans', 'Mending by month', 'Repair costs by stage', 'Settings']) {
      await phone(page).getByRole('tab', { name: 'Start' }).click();
      await phone(page)
        .getByRole('link', { name: new RegExp(`^${name}`) })
        .click();
      await page.waitForTimeout(300);
      await clean(page);
    }
    await phone(page).getByRole('tab', { name: 'Start' }).click();
    await phone(page)
      .getByRole('link', { name: /^Productions/ })
      .click();
    await phone(page).getByRole('list', { name: 'Productions' }).getByRole('button').first().click();
    await phone(page).getByRole('button', { name: 'Put the cast together' }).click();
    await phone(page).getByRole('checkbox').first().click();
    await phone(page)
      .getByRole('button', { name: /^The list$/ })
      .click();
    await clean(page);
    await page.keyboard.press('Escape');
    await phone(page).getByRole('tab', { name: 'Settings' }).click();
    await phone(page).getByRole('radio', { name: 'Dark' }).click();
    await phone(page).getByRole('tab', { name: 'Garments' }).click();
    await expect(phone(page).getByRole('listitem').first()).toBeVisible();
    await clean(page);
    await phone(page).getByRole('button', { name: 'Filter Garments' }).click();
    await clean(page);
    await phone(page).getByRole('button', { name: 'Show' }).click();
    await phone(page).getByRole('button', { name: 'More of Garments' }).click();
    await phone(page)
      .getByRole('button', { name: /^Choose several/ })
      .click();
    await phone(page).getByRole('checkbox').first().click();
    await clean(page);
    await phone(page).getByRole('tab', { name: 'Start' }).click();
    await phone(page)
      .getByRole('link', { name: /^Cost sheets/ })
      .click();
    await phone(page)
      .getByRole('button', { name: /^K-2402/ })
      .click();
    await clean(page);
    await phone(page).getByRole('button', { name: 'Edit Cost sheet' }).click();
    await clean(page);
    for (const [screen, part] of [
      ['Garments, List', 'Edit Picture'],
      ['Cost sheet, Record', 'Edit Lines'],
      ['Cost sheet form, Form', 'Edit Number'],
      ['Start, Menu', 'Edit Garments'],
      ['Mending by month, Report', null],
      ['Stock-take, Scan', null],
    ] as const) {
      await go(page, 'Screens');
      if (await page.getByRole('button', { name: 'Show in the phone' }).isVisible())
        await openHere(page, 'All screens');
      await page.getByRole('button', { name: new RegExp(`^Design ${screen}`) }).click();
      await clean(page);
      if (part === null) continue;
      await page.getByRole('button', { name: part, exact: true }).first().click();
      await expect(page.getByRole('dialog')).toBeVisible();
      await clean(page);
      await page.getByRole('dialog').getByRole('button', { name: 'Done' }).click();
    }
    await openHere(page, 'All screens');
    await openHere(page, 'Paths');
    await clean(page);
    await openHere(page, 'Screens');
    await page.getByRole('button', { name: 'Routines' }).click();
    await page.getByRole('button', { name: 'Edit Gather repairs' }).click();
    await clean(page);
    await page.getByRole('button', { name: /^Edit step: Add a line/ }).click();
    await clean(page);
    for (const button of ['Done', 'Try it'])
      await page.getByRole('dialog').getByRole('button', { name: button }).click();
    await expect(page.getByText(/^Would change/)).toBeVisible();
    await clean(page);
    for (const button of ['Done', 'Done', 'Close'])
      await page.getByRole('dialog').getByRole('button', { name: button, exact: true }).click();
    for (const sheet of ['Start and frame', 'Look of the app', 'Queries', 'Add screen']) {
      const isListed = isWide(page) && ['Start and frame', 'Look of the app'].includes(sheet);
      await (isListed ? openHere(page, sheet) : page.getByRole('button', { name: sheet, exact: true }).click());
      await clean(page);
      await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
    }
    await page.getByRole('button', { name: 'Queries', exact: true }).click();
    await page.getByRole('button', { name: 'Edit Repairs not yet charged' }).click();
    await page
      .getByRole('group', { name: 'How the rows are found' })
      .getByRole('button', { name: 'Show its SQL' })
      .click();
    await page.getByRole('dialog').getByRole('button', { name: 'Add parameter' }).click();
    await page.getByRole('group', { name: /^Parameter/ }).waitFor();
    await clean(page);
  });

  test(`axe finds nothing serious on any main view, ${scheme}`, async ({ page }) => {
    test.skip(isWide(page) || scheme === 'light', 'by night on a phone, where there is least room: it takes its time');
    test.setTimeout(280_000);
    await page.emulateMedia({ colorScheme: scheme, reducedMotion: 'reduce' });
    await page.goto('/demo');
    await phone(page)
      .getByRole('button', { name: /^Sign in as/ })
      .first()
      .waitFor({ timeout: 30_000 });
    await clean(page);
    await openDemo(page);
    await clean(page);
    await phone(page)
      .getByRole('link', { name: /^Garments/ })
      .click();
    await expect(phone(page).getByRole('listitem').first()).toBeVisible();
    await clean(page);
    await phone(page).getByRole('listitem').first().getByRole('button').first().click();
    await clean(page);
    await phone(page).getByRole('button', { name: 'Edit Garment' }).click();
    await clean(page);
    for (let depth = 0; depth < 3; depth++) await phone(page).getByRole('button', { name: 'Back' }).click();
    await phone(page).getByRole('link', { name: 'Stock-take', exact: true }).click();
    await onBench(page, 'Take the scanner');
    const tray = page.getByRole('region', { name: 'Scanner' });
    for (const label of [/^Scan Garment tag/, /^Scan Unknown/])
      await tray.getByRole('button', { name: label }).first().click();
    await expect(phone(page).getByRole('alert')).toContainText('Nothing has the code');
    await clean(page);
    await onBench(page, 'Put the scanner away');
    await go(page, 'Plan');
    await clean(page);
    await openTable(page, 'Garments');
    await page.getByRole('button', { name: 'Edit Value' }).click();
    await expect(page.getByRole('dialog')).toBeVisible();
    await clean(page);
    await page.getByRole('button', { name: 'Close' }).click();
    await page.getByRole('button', { name: /^Edit the link: A garment has many fittings/ }).click();
    await clean(page);
    await page.getByRole('button', { name: 'Close' }).click();
    await page.getByRole('button', { name: 'Edit Times mended' }).click();
    await expect(page.getByRole('group', { name: 'Tried on rows' })).toBeVisible();
    await clean(page);
    await page.getByRole('button', { name: 'Close' }).click();
    await page.getByRole('button', { name: /^Starting rows/ }).click();
    await page.getByRole('gridcell', { name: /^Name of row 2/ }).click();
    await clean(page);
    await page.getByRole('button', { name: 'Back to Garments' }).click();
    await pressMore(page, 'Whose rows these are');
    await clean(page);
    await page.getByRole('button', { name: 'Close' }).click();
    await openHere(page, 'All tables');
    await page.getByRole('button', { name: 'People', exact: true }).click();
    await clean(page);
    await page.getByRole('button', { name: 'Close' }).click();
    await openHere(page, 'Map');
    await page.getByRole('button', { name: /^Performers, / }).click();
    await clean(page);
    for (const place of ['Screens', 'Data', 'Ship'] as const) {
      await go(page, place);
      await expect(page.getByRole('heading', { name: place, level: 1 })).toBeVisible();
      await clean(page);
    }
    await go(page, 'Data');
    await openHere(page, 'SQL');
    await clean(page);
    await go(page, 'Shelf');
    await expect(page.getByRole('heading', { name: 'Fern Shelf' })).toBeVisible();
    await clean(page);
    const [chooser] = await Promise.all([
      page.waitForEvent('filechooser'),
      page.getByRole('button', { name: 'Import data' }).click(),
    ]);
    await chooser.setFiles({
      name: 'a.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from('Name,Day\nSaw,01/02/2026\nPlane,03/04/2026\n'),
    });
    await page.getByRole('button', { name: /^Day: / }).click();
    await clean(page);
    await page.getByRole('radio', { name: 'Day, month, year' }).click();
    await page.getByRole('button', { name: 'Make the app' }).click();
    await page.getByRole('button', { name: 'Open the app' }).waitFor();
    await clean(page);
  });
}

/** What can be scrolled sideways without being meant to. */
const sideways = (page: Page) =>
  page.evaluate(() =>
    [document.documentElement, ...document.querySelectorAll('[role=main], [role=main] *')]
      .filter((each) => each.scrollWidth > each.clientWidth + 1 && /auto|scroll/.test(getComputedStyle(each).overflowX))
      .filter((each) => !each.closest('[role=region], [role=grid], [role=table], [role=tree]'))
      .map((each) => `${each.tagName} ${each.getAttribute('aria-label') ?? each.className}`.slice(0, 120)),
  );

test('nothing scrolls sideways on a phone, and every target is large enough', async ({ page }) => {
  await openDemo(page);
  for (const place of ['Plan', 'Screens', 'Run', 'Data', 'Ship', 'Shelf'] as const) {
    await go(page, place);
    await page.waitForTimeout(200);
    expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);
    const small = await page.evaluate(() =>
      [...document.querySelectorAll('button, [role=button], [role=link], [role=radio]')]
        .filter((element) => element.checkVisibility({ visibilityProperty: true }) && !element.closest('[inert]'))
        .map((element) => ({
          name: element.getAttribute('aria-label') ?? element.textContent,
          box: element.getBoundingClientRect(),
        }))
        .filter(({ box }) => box.width > 0 && (box.width < 44 || box.height < 44))
        .map(({ name, box }) => `${name} ${Math.round(box.width)}×${Math.round(box.height)}`),
    );
    expect(small).toEqual([]);
  }
  // A narrow phone, or one of 640 pixels at 200 %.
  await page.setViewportSize({ width: 320, height: 568 });
  await openDemo(page);
  for (const place of ['Plan', 'Screens', 'Run', 'Data', 'Ship', 'Shelf'] as const) {
    await go(page, place);
    await page.waitForTimeout(200);
    expect(await sideways(page), place).toEqual([]);
  }
});

test('the keys are listed, and lead to the places', async ({ page }) => {
  test.skip(!isWide(page), 'a keyboard is for wide screens');
  await openDemo(page);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog').getByText('Undo the last change of plan or rows')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('4');
  await expect(page.getByRole('heading', { name: 'Data', level: 1 })).toBeVisible();
});
