import { defineConfig } from '@playwright/test';
import launch from './scripts/chromium.json';

const PORT = Number(process.env.E2E_PORT ?? 8735);

export default defineConfig({
  testDir: 'e2e',
  testMatch: '**/*.e2e.ts',
  timeout: 90_000,
  // A machine that has other work takes longer over a page that opens anew.
  expect: { timeout: 10_000 },
  // A page waits for a third of its time: two cores are kept busy by three.
  workers: 3,
  retries: process.env.CI ? 1 : 0,
  reporter: [['list'], ['json', { outputFile: 'test-results/playwright.json' }]],
  outputDir: 'test-results/browser',
  use: {
    baseURL: `http://localhost:${PORT}`,
    launchOptions: launch,
    locale: 'en-GB',
    trace: 'off',
    // What is kept for use without a network has tests of its own; each of the others begins with nothing.
    serviceWorkers: 'block',
  },
  projects: [
    { name: 'phone', use: { viewport: { width: 390, height: 844 }, hasTouch: true } },
    // What is stored and reckoned is the same at every size; these look at what stands beside one another.
    {
      name: 'wide',
      testIgnore:
        /(backup|calendar|camera|computed|durability|import|keys|links|notices|offline|path|people|print|project|queries|routines|scan|screens|starting|workingList)\.e2e\.ts$/,
      use: { viewport: { width: 1280, height: 800 } },
    },
  ],
  webServer: {
    command: 'npx tsx server/main.ts',
    env: { PORT: String(PORT) },
    url: `http://localhost:${PORT}/`,
    reuseExistingServer: true,
  },
});
