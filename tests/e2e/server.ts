import type { Page } from '@playwright/test';

export { Application } from '../application';

/** What is typed before the page listens would be lost: the top line marks the body once it does. */
const listens = (page: Page): Promise<unknown> => page.waitForSelector('body[data-listens]');

export async function open(page: Page, address: string): Promise<void> {
  await page.goto(address, { waitUntil: 'networkidle' });
  await listens(page);
}

/** On the board of bags: one bag by itself, taken out of its group of alike ones where it stands in one. */
export async function chooseBag(page: Page, id: string): Promise<void> {
  const alone = page.getByRole('button', { name: `Bag ${id}`, exact: true });
  const board = page.getByRole('list', { name: 'Bags' });
  await board.waitFor();
  if ((await alone.count()) === 0)
    await board
      .getByRole('listitem')
      .filter({ has: page.getByRole('button', { name: new RegExp(`^Bag ${id}\\b`) }) })
      .getByRole('button', { name: 'Open' })
      .click();
  await alone.click();
}

export async function reload(page: Page): Promise<void> {
  await page.reload();
  await listens(page);
}
