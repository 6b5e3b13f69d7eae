import type { BrowserContext, Page } from '@playwright/test';
import { HOLD_WORKERS, TROUBLE, type Trouble, troubling } from '../endure/trouble';

/**
 * Lets a test make the storage of a context's workers fail and the workers stand still. Before the first page is
 * opened.
 */
export async function makeTroublesome(context: BrowserContext): Promise<void> {
  await context.addInitScript(HOLD_WORKERS);
  await context.route('**/fernWorker-*.js', async (route) => {
    const response = await route.fetch();
    await route.fulfill({ response, body: TROUBLE + (await response.text()) });
  });
  await context.route('**/sleep/*', async (route) => {
    await new Promise((wake) => setTimeout(wake, Number(route.request().url().split('/').at(-1))));
    await route.fulfill({ body: 'awake' });
  });
}

export const trouble = (page: Page, asked: Trouble): Promise<void> => page.evaluate(troubling(asked));
