import { mkdtempSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { Application, inaccessible, open } from './server';
import { held } from './wire';
import { DAY, HOUR } from '@/core/quantities/time';

/**
 * Weeks of quarantine, lived through in the browser by a clock that is set forward. Tests of what can be done, invented for
 * that. Whole weeks of every kind where `KINDLY_ALL` is set; else a tub, and an evening of three tanks.
 */
const BEGAN = Date.parse('2027-03-08T09:00:00Z');
const clock = path.join(mkdtempSync(path.join(os.tmpdir(), 'kindly-clock-')), 'now');
/** It is so many days after the beginning, at an hour in UTC. */
const on = (day: number, hour = 18): void =>
  writeFileSync(clock, new Date(BEGAN - 9 * HOUR + (day - 1) * DAY + hour * HOUR).toISOString());

const app = new Application(3437, { KINDLY_NOW: `@${clock}` });
const codes = new Map<string, string>();

test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  on(1, 9);
  app.prepare(false);
  for (const line of app.seed('tests/e2e/seed-weeks.ts').trim().split('\n'))
    codes.set(...(line.split(' ') as [string, string]));
  await app.start();
});
test.afterAll(() => app.end());

/** Opens the weeks of a tank by a plan; answers the address of its page. */
async function begin(page: Page, tank: string, plan: string, twin?: string): Promise<string> {
  await open(page, `${app.address}/consignments/${codes.get(tank)}/quarantine`);
  await page.getByLabel('Plan').selectOption({ label: plan });
  if (twin) await page.getByLabel('Other bare tank').selectOption(twin);
  await page.getByRole('button', { name: `Start quarantine in tank ${tank}` }).click();
  const link = page.getByRole('link', { name: `Open tank ${tank}` });
  await expect(link).toBeVisible();
  return `${app.address}${await link.getAttribute('href')}`;
}

const sent = (page: Page) => expect.poll(() => held(page)).toBe(0);

async function measured(page: Page, figures: Record<string, string>, all = false): Promise<void> {
  await page
    .getByRole('button', { name: /^Test( is due)?$/ })
    .first()
    .click();
  const form = page.getByRole('form', { name: /^Test of/ });
  if (all) await form.getByRole('button', { name: 'More figures' }).click();
  for (const [label, v] of Object.entries(figures)) await form.getByLabel(label, { exact: true }).fill(v);
  await form.getByRole('button', { name: 'Record test' }).click();
}

async function changed(page: Page, litres: number): Promise<void> {
  await page.getByLabel('Changed', { exact: true }).fill(String(litres));
  await page.getByRole('button', { name: /% changed$/ }).click();
  await sent(page);
}

async function given(page: Page, what: string): Promise<void> {
  await page.getByRole('button', { name: 'Dose', exact: true }).click();
  const form = page.getByRole('form', { name: 'A dose' });
  await form.getByLabel('What', { exact: true }).selectOption({ label: what });
  const give = form.getByRole('button', { name: /^Given:/ });
  if ((await give.count()) > 0) await give.click();
}

const well = async (page: Page): Promise<void> => {
  await page.getByRole('button', { name: 'All well, all ate' }).first().click();
  await sent(page);
};
const duty = (page: Page, title: RegExp) =>
  page.getByRole('list', { name: 'Today' }).locator('button[aria-pressed]').filter({ hasText: title }).first();

test('a tub without filter: changed every other day, ammonia asks for more, an evening of three tanks in six presses', async ({
  page,
}) => {
  const address = await begin(page, 'Tub', 'Tub without filter');
  on(2, 18);
  await open(page, address);
  await expect(page.getByText('Ammonia forecast')).toBeVisible();
  await expect(duty(page, /Change 60 L/)).toBeVisible();
  await measured(page, { Ammonia: '1.4', pH: '8', Temperature: '20' });
  await sent(page);
  await expect(page.getByRole('region', { name: 'Needs attention' })).toContainText(/times the safe level/);
  await expect(duty(page, /Test ammonia/)).toHaveAttribute('aria-pressed', 'true');
  await duty(page, /Change 60 L/).click();
  await sent(page);
  await expect(duty(page, /Change 60 L/)).toHaveAttribute('aria-pressed', 'true');
  // A figure ten times over is asked about, a reason is asked for, a slip is struck out and stays readable.
  await measured(page, { Ammonia: '14', pH: '8' });
  await expect(page.getByText(/was the scale NH₃/)).toBeVisible();
  await page
    .getByRole('form', { name: /^Test of/ })
    .getByLabel('Ammonia')
    .fill('0.7');
  await page.getByRole('button', { name: 'Record test' }).click();
  await sent(page);
  await page.getByRole('button', { name: 'All records' }).click();
  await page.getByRole('button', { name: /^Strike out: .*Ammonia 0\.7/ }).click();
  await expect(page.locator('.line-through')).toContainText('Ammonia 0.7');
  for (const theme of ['light', 'lights-down']) {
    await page.evaluate((t) => document.documentElement.setAttribute('data-theme', t), theme);
    expect(await inaccessible(page)).toEqual([]);
  }
  // Three tanks of an evening: what is longest here first, the two new ones as they stand in the room.
  await begin(page, 'Vat', 'Koi, four weeks with salt');
  await begin(page, 'Jar', 'Shrimp and snails, two dips');
  on(3, 19);
  await open(page, `${app.address}/quarantine`);
  const stops = page.locator('li[data-tank]');
  await expect(stops).toHaveCount(3);
  expect(await stops.evaluateAll((l) => l.map((x) => x.getAttribute('data-tank')))).toEqual(['Tub', 'Vat', 'Jar']);
  let presses = 0;
  for (const tank of ['Tub', 'Vat', 'Jar']) {
    await page.locator(`li[data-tank="${tank}"]`).getByRole('button', { name: 'All well, all ate' }).click();
    presses++;
  }
  await sent(page);
  expect(presses).toBeLessThanOrEqual(6);
  await expect(page.getByText('Every tank was looked at.')).toBeVisible();
  expect(await inaccessible(page)).toEqual([]);
  await page.setViewportSize({ width: 390, height: 844 });
  await open(page, address);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

// Nine weeks of twins and four of koi take minutes: lived through by `npm run by-hand`.
if (process.env.KINDLY_ALL) {
  test.setTimeout(900_000);

  test('marine twins: copper with a spike, an 85 % change, a re-dose, a binder refused, a death and a release; beside it a transfer', async ({
    page,
  }) => {
    const at = (day: number, hour = 18): void => on(day + 3, hour);
    at(1, 9);
    const left = await begin(page, 'Left', 'Treated, two months');
    const right = await begin(page, 'Right', 'Tank transfer, every 72 hours', 'Spare');
    const next = async (name: string, why = ''): Promise<void> => {
      const press = page.getByRole('button', { name: `Begin ${name}` });
      await press.click();
      if (why) {
        await page.getByLabel('Reason for starting anyway').fill(why);
        await press.click();
      }
      await expect(
        page
          .getByRole('heading', { name: new RegExp(`^${name}, then`, 'i') })
          .or(page.locator('[data-gate="gate:phases"]').getByText('1 of 1'))
          .first(),
      ).toBeVisible();
    };
    await open(page, left);
    await page.getByRole('button', { name: 'Cycled media in' }).click();
    await expect(page.getByRole('button', { name: 'Cycled media in (1 so far)' })).toBeVisible();
    at(3, 18);
    await open(page, left);
    await next('antibiotic');
    await given(page, 'Larch antibiotic, antibiotic');
    await expect(page.getByText(/It harms the filter/)).toBeVisible();
    await expect(page.getByText(/4\.5 mL of Larch/).first()).toBeHidden();
    // The other twin moves four times, 72 hours apart.
    for (const k of [1, 2, 3, 4]) {
      at(1 + 3 * k, 9);
      await open(page, right);
      await well(page);
      await page.getByRole('button', { name: new RegExp(`^Moved into (Spare|Right) \\(${k - 1} so far\\)`) }).click();
      await sent(page);
      await expect(duty(page, new RegExp(`Move ${k}:`))).toHaveAttribute('aria-pressed', 'true');
    }
    await next('observe');
    // Copper, after the antibiotic was changed out.
    at(14, 18);
    await open(page, left);
    await next('copper', 'two doses were enough, by a veterinarian');
    await changed(page, 88);
    await page.reload();
    await given(page, 'Sorrel copper, copper, bound (chelated)');
    await expect(page.getByText(/Sorrel copper/).first()).toBeVisible();
    for (let day = 15; day <= 43; day++) {
      at(day, 18);
      await open(page, left);
      if (day === 20) {
        await measured(page, { Copper: '20' });
        await expect(page.getByText(/times the target/)).toBeVisible();
        await page
          .getByRole('form', { name: /^Test of/ })
          .getByLabel('Copper')
          .fill('2');
        await page
          .getByRole('form', { name: /^Test of/ })
          .getByLabel('Ammonia')
          .fill('1.6');
        await page
          .getByRole('form', { name: /^Test of/ })
          .getByLabel('pH')
          .fill('8.1');
        await page
          .getByRole('form', { name: /^Test of/ })
          .getByLabel('Temperature')
          .fill('25.5');
        await page.getByRole('button', { name: 'Record test' }).click();
        await sent(page);
        await expect(page.getByRole('region', { name: 'Needs attention' })).toContainText(/times the safe level/);
        await given(page, 'Still binder, ammonia binder');
        await expect(page.getByText(/break down in a reducing conditioner/)).toBeVisible();
        await page.reload();
        await changed(page, 76.5);
        await page.reload();
        await given(page, 'Sorrel copper, copper, bound (chelated)');
        await page.reload();
      }
      if (day === 22) {
        await page.getByRole('button', { name: 'Record deaths or moves' }).click();
        const form = page.getByRole('form', { name: 'Animals that leave the tank' });
        await form.getByLabel('Note, and what was done').fill('found at dawn, water tested');
        await form.getByRole('button', { name: 'Record' }).click();
        await expect(page.getByText('What was told is never changed.')).toBeVisible();
      }
      await measured(page, { Copper: '2', Ammonia: '0', pH: '8.1', Temperature: '25.5' });
      await well(page);
    }
    at(44, 18);
    await open(page, left);
    await next('carbon');
    await page.getByRole('button', { name: 'Carbon is in' }).click();
    await sent(page);
    for (const day of [45, 46, 48]) {
      at(day, 18);
      await open(page, left);
      await changed(page, 60);
      await well(page);
    }
    at(49, 18);
    await open(page, left);
    await next('observe');
    for (let day = 50; day <= 63; day++) {
      at(day, 18);
      await open(page, left);
      await measured(page, { Copper: '0', Ammonia: '0', pH: '8.1', Temperature: '25.5' });
      await well(page);
      if (day > 60) await measured(page, { Ammonia: '0', Nitrite: '0' }, true);
      await sent(page);
    }
    at(64, 18);
    await open(page, left);
    await page.getByLabel('They go to').selectOption('Lagoon');
    await page.getByRole('button', { name: 'Release all into Lagoon' }).click();
    await expect(page.getByText(/^Not yet:/)).toBeVisible();
    for (const line of [/Tasks done/, /Own net and siphon/]) {
      const row = page.locator('[data-gate]').filter({ hasText: line });
      if ((await row.getByRole('button', { name: /^Waive/ }).count()) === 0) continue;
      await row.getByRole('button', { name: /^Waive/ }).click();
      await row.getByLabel(/is waived$/).fill('small things were not ticked');
      await row.getByRole('button', { name: 'Waive' }).click();
      await expect(row).toContainText('waived: small things');
    }
    await page.getByRole('button', { name: 'Release all into Lagoon' }).click();
    await expect(page.getByText(/Ended/)).toBeVisible();
    await open(page, app.address);
    await expect(page.getByText(/Feed the residents of Lagoon well/).first()).toBeVisible();
  });

  test('koi over four weeks: the salt waits for its carbonate hardness, pH morning and evening, salt up by a tenth a day', async ({
    page,
  }) => {
    await open(page, `${app.address}/quarantine`);
    const href = await page
      .locator('li[data-tank="Vat"]')
      .getByRole('link', { name: 'Open tank' })
      .getAttribute('href');
    const vat = `${app.address}${href}`;
    on(65, 7);
    await open(page, vat);
    await measured(page, { KH: '3.6', pH: '7.1' }, true);
    await sent(page);
    await expect(page.getByRole('region', { name: 'Needs attention' })).toContainText(/54 g of sodium bicarbonate/);
    await page.getByRole('button', { name: 'Begin salt to 0.3 %' }).click();
    await expect(page.getByText(/Settle is not over: kh at least 5\.6/)).toBeVisible();
    on(66, 19);
    await open(page, vat);
    await measured(page, { KH: '6', pH: '7.4' }, true);
    await sent(page);
    await page.getByRole('button', { name: 'Begin salt to 0.3 %' }).click();
    await expect(page.getByText('Salt to 0.3 %, then observe')).toBeVisible();
    on(67, 12);
    await open(page, vat);
    await expect(duty(page, /Salt to 0\.20 %.*900 g of pure salt/)).toBeVisible();
    for (let day = 68; day <= 93; day++) {
      on(day, 18);
      await open(page, vat);
      await measured(page, { Ammonia: '0', Nitrite: '0', pH: '7.4', Temperature: '18' });
      await well(page);
    }
    await expect(page.locator('[data-gate="gate:no-sign"]')).toContainText('14 of 14');
    await expect(page.locator('[data-gate="gate:tests"]')).toContainText('3 of 3');
    await expect(page.locator('[data-gate="gate:eating"]')).toContainText('3 of 3');
  });
}

test('shrimp: fuzz, two dips some days apart, a stuck moult begins the days again', async ({ page }) => {
  await open(page, `${app.address}/quarantine`);
  const jar = `${app.address}${await page.locator('li[data-tank="Jar"]').getByRole('link', { name: 'Open tank' }).getAttribute('href')}`;
  on(94, 18);
  await open(page, jar);
  await page.getByRole('button', { name: 'Record signs' }).click();
  const look = page.getByRole('form', { name: /^Look at/ });
  await look.getByRole('button', { name: 'fuzz, cotton' }).click();
  await look.getByLabel('Where').selectOption('head');
  await look.getByLabel('On how many').fill('2');
  await look.getByRole('button', { name: 'Record signs' }).click();
  await sent(page);
  await expect(page.getByRole('region', { name: 'Needs attention' })).toContainText(/Fuzz, cotton seen.*On 2, head/);
  await page.getByRole('button', { name: 'Dipped 30 s (0 so far)' }).click();
  await sent(page);
  on(100, 18);
  await open(page, jar);
  await page.getByRole('button', { name: 'Dipped 30 s (1 so far)' }).click();
  await sent(page);
  await page.reload();
  await page.getByRole('button', { name: 'Begin observe' }).click();
  await expect(page.getByText('Before they may leave')).toBeVisible();
  await page.getByRole('button', { name: 'Record signs' }).click();
  await look.getByRole('button', { name: 'stuck moult' }).click();
  await look.getByRole('button', { name: 'Record signs' }).click();
  await sent(page);
  await expect(page.locator('[data-gate="gate:no-sign"]')).toContainText('0 of 5');
  await expect(page.getByRole('region', { name: 'Needs attention' })).toContainText(/Test GH and KH first/);
  on(104, 18);
  await open(page, jar);
  await expect(page.locator('[data-gate="gate:no-sign"]')).toContainText('4 of 5');
});
