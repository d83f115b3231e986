import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';

export { Application } from '../application';

/** What is typed before the page listens would be lost: the top line marks the body once it does. */
const listens = (page: Page): Promise<unknown> => page.waitForSelector('body[data-listens]');

export async function open(page: Page, address: string): Promise<void> {
  await page.goto(address);
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

/** What the accessibility check finds wrong on a page: rule and places. No page has frames, so the check needs no page of its own. */
export async function inaccessible(page: Page): Promise<string[]> {
  const axe = new AxeBuilder({ page })
    .setLegacyMode(true)
    .options({ resultTypes: ['violations'] })
    .withTags(['wcag2a', 'wcag2aa', 'wcag22aa']);
  // Of a long list the first rows are as good as all.
  for (const long of ['main li:nth-child(n + 13)', 'main tr:nth-child(n + 13)'])
    if ((await page.locator(long).count()) > 0) axe.exclude(long);
  return (await axe.analyze()).violations.map(
    (v) =>
      `${v.id}: ${v.nodes
        .slice(0, 3)
        .map((n) => n.target.join(' '))
        .join(' | ')}`,
  );
}
