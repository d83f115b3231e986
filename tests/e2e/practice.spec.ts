import { expect, test } from '@playwright/test';
import { Application, open, reload } from './server';
import { inDatabase } from './wire';

/** The demo at a fixed instant; practice and logbook share it. */
const app = new Application(3443, { KINDLY_NOW: '2026-11-24T15:20:00Z' });
test.beforeAll(async () => {
  app.prepare(true);
  await app.start();
});
test.afterAll(() => app.end());

const rows = (table: string): number =>
  inDatabase(app, (db) => db.prepare<[], { n: number }>(`SELECT COUNT(*) AS n FROM ${table}`).get()!.n);

test('first frost is lost as a beginner finds it and won with care; nothing of it reaches the records', async ({
  page,
}) => {
  const before = ['consignment', 'observation', 'movement', 'logbook'].map(rows);
  await open(page, `${app.address}/practice`);
  await page.getByRole('link', { name: /First frost/ }).click();
  await page.waitForURL(/first-frost/);
  const send = page.getByRole('button', { name: 'Send it' });
  const score = page.getByTestId('score');
  await send.click();
  await expect(page.getByTestId('road')).toHaveAttribute('data-running', 'true');
  await page.getByRole('button', { name: 'To the end' }).click();
  await expect(score).toHaveAttribute('data-won', 'false');
  await expect(page.getByText(/limits? of temperature.*died/)).toBeVisible();
  await expect(page.getByRole('heading', { name: 'The rule to remember' })).toBeVisible();
  await page.getByRole('button', { name: 'What would Kindly Crate have sent?' }).click();
  await expect(page.getByTestId('best')).toContainText('10 of 10 arrived alive', { timeout: 60_000 });

  await page.getByRole('button', { name: 'Try again' }).click();
  await page.getByRole('button', { name: /^Middle foam box/ }).click();
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'One 40 h heat pack more' }).click();
  await page.getByRole('group', { name: '6 mm holes' }).getByRole('button', { name: '4' }).click();
  await send.click();
  // Time runs by itself to the end.
  await expect(score).toHaveAttribute('data-won', 'true', { timeout: 25_000 });
  await expect(score).toContainText('of 10 alive');
  await expect.poll(() => rows('practice_play')).toBe(2);
  await open(page, `${app.address}/practice`);
  await expect(page.getByRole('link', { name: /First frost.*won/ })).toBeVisible();
  expect(['consignment', 'observation', 'movement', 'logbook'].map(rows)).toEqual(before);
});

test('a logger is read in, what it teaches is taken over and taken back, and a past box is practised', async ({
  page,
}) => {
  await open(page, `${app.address}/logbook/KC-0051`);
  await expect(page.getByRole('heading', { name: 'KC-0051' })).toBeVisible();
  const hours = Array.from({ length: 20 }, (_, i) => {
    const at = new Date(Date.parse('2026-02-23T00:00:00Z') + i * 3600_000).toISOString().slice(0, 16).replace('T', ' ');
    return `${at};${((72 - 0.3 * i) as number).toFixed(1).replace('.', ',')}`;
  });
  const file = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  const pick = page.locator('input[type=file]').first();
  await pick.setInputFiles(file('odd.csv', 'nothing here'));
  await expect(page.getByRole('alert').filter({ hasText: 'CSV' })).toBeVisible();
  await pick.setInputFiles(file('night.csv', ['Logger 7', 'Time;Temp F', ...hours].join('\n')));
  await expect(page.getByLabel('In', { exact: true })).toHaveValue('F');
  await expect(page.getByText(/20 readings,/)).toBeVisible();
  await page.getByRole('button', { name: 'Save these readings' }).click();
  await expect(page.getByRole('status').filter({ hasText: '20 readings kept' })).toBeVisible();
  await expect(page.getByText('night.csv, in the air of the box')).toBeVisible();

  await open(page, `${app.address}/logbook/learned`);
  const pack = page.getByRole('listitem').filter({ hasText: '72 h heat pack' });
  await pack.getByRole('button', { name: 'Use' }).click();
  await expect(pack.getByRole('button', { name: 'Undo' })).toBeVisible();
  await reload(page);
  await pack.getByRole('button', { name: 'Undo' }).click();
  await expect(pack.getByRole('button', { name: /Use/ })).toHaveText('Use');

  await open(page, `${app.address}/logbook?find=guppy`);
  await page.getByLabel('Losses').selectOption('yes');
  await page.waitForURL(/losses=yes/);
  await page.getByRole('link', { name: 'KC-0053' }).click();
  await page.waitForURL(/KC-0053/);
  await page.getByRole('button', { name: 'Practise this' }).click();
  await page.waitForURL(/practice\/past-kc-0053/);
  await expect(page.getByRole('heading', { name: 'KC-0053 again' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Send it' })).toBeEnabled({ timeout: 20_000 });
});
