import { expect, test } from '@playwright/test';
import { AFTERNOON } from '../demo';
import { Application, open } from './server';

/** A clock that runs, a third of a minute before midnight in the fish room (which keeps UTC in winter). */
const app = new Application(3421, { KINDLY_FROM: '2026-11-24T23:59:40Z' });
test.beforeAll(async () => {
  app.prepare(true, AFTERNOON);
});
test.afterAll(() => app.end());

test('midnight turns the Bench to the new day without a reload; after sleep it asks again at once', async ({
  page,
}) => {
  await app.start();
  await open(page, app.address);
  await page.evaluate(() => (document.body.dataset.same = 'yes'));
  await expect(page.getByRole('heading', { name: 'Tomorrow, Wednesday 25 November' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Wednesday 25 November', exact: true })).toBeVisible({
    timeout: 110_000,
  });
  // Which duties are tomorrow's only the server says: the page asked it again.
  await expect(page.getByRole('heading', { name: 'Tomorrow, Thursday 26 November' })).toBeVisible();
  await expect(page.locator('body[data-same]')).toHaveCount(1);

  // The machine slept: the next look comes long after the last one.
  await page.waitForTimeout(6_000);
  const asks = page.waitForRequest((r) => r.url().includes('_rsc'), { timeout: 20_000 });
  await page.evaluate(() => {
    const real = Date.now.bind(Date);
    Date.now = () => real() + 8 * 3600_000;
  });
  await asks;
});
