import type { Page } from '@playwright/test';

export { Application } from '../application';

/** What is typed before the page listens would be lost: the top line marks the body once it does. */
const listens = (page: Page): Promise<unknown> => page.waitForSelector('body[data-listens]');

export async function open(page: Page, address: string): Promise<void> {
  await page.goto(address, { waitUntil: 'networkidle' });
  await listens(page);
}

export async function reload(page: Page): Promise<void> {
  await page.reload();
  await listens(page);
}
