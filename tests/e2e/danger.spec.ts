import { expect, test } from '@playwright/test';
import { Application, inaccessible, open } from './server';

/** Four cases that would harm: each is said first, in sight at both sizes, and nobody starts any without a typed reason. */
const app = new Application(3451, { KINDLY_NOW: '2027-03-10T09:00:00Z' });
let pages: string[] = [];
test.beforeAll(async () => {
  app.prepare(false);
  pages = app.seed('tests/e2e/seed-danger.ts').trim().split('\n');
  await app.start();
});
test.afterAll(() => app.end());

const said = [/is sea water/, /is 18 °C/, /has 1 mg\/L of ammonia/, /Too much copper/];

for (const [i, words] of said.entries())
  test(`said first, and stopped: ${words.source}`, async ({ page }) => {
    for (const [width, height] of [
      [1280, 800],
      [390, 844],
    ] as const) {
      await page.setViewportSize({ width, height });
      await open(page, `${app.address}${pages[i]}`);
      const first = page.getByRole('region', { name: 'Needs attention' }).getByRole('alert').first();
      await expect(first).toContainText(words);
      expect((await first.boundingBox())!.y).toBeLessThan(height / 2);
    }
    expect(await inaccessible(page)).toEqual([]);
    if (i < 3) {
      const go = page.getByRole('button', { name: /^(Do this|Start)/ }).first();
      await expect(go).toBeDisabled();
      await page.getByText('Start anyway, with a reason').click();
      await page.getByLabel('Start anyway, because').fill('a vet stands beside');
      await expect(go).toBeEnabled();
    } else {
      // The water change that mends it is named; that a dose on top is refused is tested at its door (`weeks.test.ts`).
      await expect(page.getByRole('alert').first()).toContainText(/Change \d+ L now/);
      await expect(page.getByText(/Add none\./).first()).toBeVisible();
    }
  });

test('all four stand on the Bench, the gravest first, with a count in the menu', async ({ page }) => {
  await open(page, app.address);
  const alerts = page.getByRole('region', { name: 'Needs attention' }).getByRole('alert');
  await expect(alerts).toHaveCount(4);
  await expect(page.getByRole('link', { name: /^Bench/ })).toContainText(/\d/);
});
