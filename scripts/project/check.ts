// Makes the projects of both demos, and of an app of every kind, in a folder outside of the repository and does with each what a developer would:
// installs it from the registry, compiles it, holds it to its rules, runs its tests, builds it for Android, iOS and the web, and uses it in Chromium.
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Browser, chromium, type Page } from '@playwright/test';
import { printAppFile } from '@/core/transfer';
import { demos } from '../../demo';
import { everyKind } from '../../test/everyKind';
import launch from '../chromium.json';
import { served } from './served';

const OFFLINE = { EXPO_OFFLINE: '1', EXPO_NO_TELEMETRY: '1', CI: '1' };
const platforms = ['android', 'ios', 'web'] as const;

function run(folder: string, command: string, args: readonly string[], more: Record<string, string> = {}): void {
  const begun = performance.now();
  execFileSync(command, args, {
    cwd: folder,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, ...OFFLINE, ...more },
  });
  console.log(`  ${[command, ...args].join(' ')}: ${Math.round((performance.now() - begun) / 1000)} s`);
}

const apps = { ...demos, everyKind };

type Steps = (page: Page) => Promise<void>;

/** Adds a record with a blank that is refused, finds it without its accents, and sees it at its own address. */
const uses: Record<keyof typeof apps, Steps> = {
  theatre: async (page) => {
    await page.getByRole('button', { name: /^Sign in as Hesper/ }).click();
    await page.getByRole('link', { name: /^Garments, 400/ }).click();
    await page.getByRole('button', { name: 'Add Garment', exact: true }).click();
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await page.getByText('must not be blank').first().waitFor();
    await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Ěvening cape');
    await page.getByRole('textbox', { name: 'Tag', exact: true }).fill('2000000004013');
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await page.getByRole('searchbox', { name: 'Search Garments' }).fill('evening');
    await page.getByText('1 found').waitFor();
    await page.getByText('Ěvening cape').first().click();
    await page.waitForURL('**/garments/401');
    await page.getByRole('button', { name: 'Delete Garment' }).click();
    await page.getByRole('button', { name: 'Undo' }).click();
    await page.getByText('Ěvening cape').first().waitFor();
  },
  everyKind: async (page) => {
    await page.getByRole('button', { name: /^Sign in as Wren/ }).click();
    await page.getByRole('link', { name: /^Boats, 6/ }).click();
    await page
      .getByRole('listitem')
      .getByRole('button', { name: /Boat 2/ })
      .first()
      .click();
    await page.waitForURL('**/boats/2');
    await page.getByRole('button', { name: 'Copy it' }).click();
    await page.getByRole('button', { name: 'Undo' }).click();
    await page.getByRole('button', { name: 'Edit Boat' }).click();
    await page.getByRole('textbox', { name: 'Berths', exact: true }).first().fill('7');
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await page.waitForURL('**/boats/2');
  },
  apiary: async (page) => {
    await page.getByRole('link', { name: /^Hives/ }).click();
    await page.waitForURL('**/hives');
    await page.getByRole('button', { name: 'Back' }).click();
    await page.getByRole('link', { name: /^Hives/ }).waitFor();
  },
};

async function used(browser: Browser, site: string, name: keyof typeof apps): Promise<void> {
  const { address, close } = await served(site);
  const page = await (await browser.newContext({ viewport: { width: 390, height: 844 }, locale: 'en-GB' })).newPage();
  const faults: string[] = [];
  page.on('pageerror', (error) => faults.push(String(error)));
  try {
    page.setDefaultTimeout(20_000);
    await page.goto(address);
    await uses[name](page);
    // What was stored outlasts a restart, and an address leads back to its screen.
    await page.reload();
    await page.getByText(/\w/).first().waitFor();
    if (faults.length > 0) throw new Error(faults.join('\n'));
    console.log('  used in Chromium');
  } finally {
    close();
  }
}

/** What an app may ask for on Android: what it does, and what every app has. */
const allowed = ['CAMERA', 'INTERNET', 'MODIFY_AUDIO_SETTINGS', 'VIBRATE'];

function holdPermissions(folder: string): void {
  const manifest = readFileSync(join(folder, 'android/app/src/main/AndroidManifest.xml'), 'utf8');
  const asked = [...manifest.matchAll(/<uses-permission[^>]*android\.permission\.(\w+)"([^>]*)/g)]
    .filter(([, , rest = '']) => !rest.includes('remove'))
    .map(([, name = '']) => name);
  const more = asked.filter((name) => !allowed.includes(name));
  if (more.length > 0) throw new Error(`The manifest asks for more than the app does: ${more.join(', ')}`);
  console.log(`  asks for ${asked.join(', ')}`);
}

async function check(): Promise<void> {
  console.log('The modules of 200 apps by chance, and what their statements give');
  run('.', 'npx', ['jest', '--forceExit', '--silent', 'core/project/typed', 'kit/data/everyStatement'], {
    RUNS: '200',
  });
  const root = mkdtempSync(join(tmpdir(), 'projects-'));
  const browser = await chromium.launch(launch);
  try {
    for (const name of Object.keys(apps) as (keyof typeof apps)[]) {
      const folder = join(root, name);
      mkdirSync(folder, { recursive: true });
      const file = join(root, `${name}.json`);
      writeFileSync(file, printAppFile(apps[name]()));
      console.log(`${name}, in ${folder}`);
      run('.', 'npm', ['run', '--silent', 'project', '--', file, folder]);
      run(folder, 'npm', ['ci', '--no-audit', '--no-fund']);
      for (const script of ['types', 'lint', 'test']) run(folder, 'npm', ['run', '--silent', script]);
      run(folder, 'npx', ['prettier', '--check', '.']);
      for (const platform of platforms)
        run(folder, 'npx', ['expo', 'export', '-p', platform, '--output-dir', `dist/${platform}`]);
      run(folder, 'npx', ['expo', 'prebuild', '-p', 'android', '--no-install'], { EXPO_OFFLINE: '0' });
      holdPermissions(folder);
      await used(browser, join(folder, 'dist', 'web'), name);
    }
  } finally {
    await browser.close();
  }
}

check().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
