import { expect, test } from '@playwright/test';
import { Application, open, reload } from './server';

const app = new Application(3412);
test.beforeAll(async () => {
  app.prepare(true);
  await app.start();
});
test.afterAll(() => app.end());

const seconds = (text: string): number => text.split(':').reduce((s, x) => s * 60 + Number(x), 0);

test('a timer survives kill -9: 60 s later it shows 60 s less, and two browsers agree', async ({ browser }) => {
  const first = await browser.newPage();
  await open(first, `${app.address}/`);
  await first.getByRole('link', { name: /Drip until doubled/ }).click();
  await first.waitForURL(/\/run$/);
  const timer = first
    .getByTestId('timer')
    .filter({ hasText: /\d\d:\d\d/ })
    .last();
  await expect(timer).toBeVisible();
  const startedAt = Date.now();
  const before = seconds(await timer.innerText());
  await app.kill();
  await new Promise((r) => setTimeout(r, 60_000));
  await app.start();
  await reload(first);
  const after = seconds(await timer.innerText());
  const passed = (Date.now() - startedAt) / 1000;
  expect(passed).toBeGreaterThanOrEqual(60);
  expect(Math.abs(before - after - passed)).toBeLessThan(3);

  const second = await (await browser.newContext()).newPage();
  await open(second, first.url());
  const other = second
    .getByTestId('timer')
    .filter({ hasText: /\d\d:\d\d/ })
    .last();
  await expect(other).toBeVisible();
  expect(Math.abs(seconds(await timer.innerText()) - seconds(await other.innerText()))).toBeLessThanOrEqual(2);
});
