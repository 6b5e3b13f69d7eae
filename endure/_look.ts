import { chromium } from 'playwright-core';
const url = process.argv[2] ?? 'http://localhost:8750';
async function run() {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking'],
  });
  for (const [name, w, h] of [
    ['phone', 390, 844],
    ['wide', 1280, 800],
  ] as const) {
    const page = await (
      await browser.newContext({ viewport: { width: w, height: h }, hasTouch: name === 'phone', locale: 'en-GB' })
    ).newPage();
    page.on('pageerror', (e) => console.log(name, 'pageerror', e.message));
    page.on('console', (m) => m.type() === 'error' && console.log(name, 'console', m.text().slice(0, 300)));
    await page.goto(url + '/demo');
    const phone = page.getByRole('region', { name: 'Bench phone' });
    await phone.getByRole('button', { name: 'Sign in as Hesper Pellow' }).click({ timeout: 40000 });
    await page.waitForTimeout(800);
    await phone.getByRole('link', { name: /^Fitting days/ }).click();
    await page.waitForTimeout(1200);
    await page.screenshot({ path: `/tmp/cal-month-${name}.png` });
    await phone.getByRole('radio', { name: 'Week' }).click();
    await page.waitForTimeout(800);
    await page.screenshot({ path: `/tmp/cal-week-${name}.png` });
    await phone.getByRole('radio', { name: 'Agenda' }).click();
    await page.waitForTimeout(800);
    await page.screenshot({ path: `/tmp/cal-agenda-${name}.png` });
    if (name === 'phone') {
      await phone.getByRole('listitem').first().getByRole('button').first().click();
      await page.waitForTimeout(800);
      await page.screenshot({ path: `/tmp/fit-record-${name}.png` });
      await phone.getByRole('button', { name: /^Edit/ }).click();
      await page.waitForTimeout(800);
      await phone.getByRole('slider').scrollIntoViewIfNeeded();
      await page.screenshot({ path: `/tmp/fit-form-${name}.png` });
    }
  }
  await browser.close();
}
void run();
