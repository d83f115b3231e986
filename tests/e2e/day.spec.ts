import { expect, test, type Page } from '@playwright/test';
import ICAL from 'ical.js';
import { Application, open } from './server';

/** From an empty house, on a Tuesday morning: the better of two days, and the duties that follow from it. */
const app = new Application(3419, { KINDLY_NOW: '2026-11-24T09:00:00Z' });
test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  app.prepare(false);
  await app.start();
});
test.afterAll(() => app.end());

const exact = (page: Page, label: string) => page.getByLabel(label, { exact: true }).first();

/** Bitter frost at both ends until Friday, warm from Saturday on. */
function forecast(): string {
  const lines = ['time,place,temperature,zone'];
  for (let h = 0; h < 24 * 14; h++) {
    const at = new Date(Date.UTC(2026, 10, 23) + h * 3600_000).toISOString();
    const warmer = 4 * Math.sin((2 * Math.PI * (h - 9)) / 24);
    for (const [place, cold, mild] of [
      ['Leeds', -12, 21],
      ['Tartu', -24, 20],
    ] as const)
      lines.push(`${at},${place},${(h < 24 * 5 ? cold : mild) + warmer},UTC`);
  }
  return lines.join('\n');
}

test('a new user makes a three-tank order, brings a forecast, and ships on the better of two days', async ({
  page,
}) => {
  await open(page, `${app.address}/consignments/new`);
  const animals = [
    ['lemon', /Lemon tetra/, '8', '1'],
    ['honey g', /Honey gourami/, '6', '2'],
    ['panda', /Panda cory/, '4', '3'],
  ] as const;
  for (const [i, [typed, option, count, tank]] of animals.entries()) {
    if (i > 0) await page.getByRole('button', { name: 'Another kind' }).click();
    await page.getByLabel(`Species of line ${i + 1}`).fill(typed);
    await page.getByRole('option', { name: option }).first().click();
    await page.getByLabel(`Count of line ${i + 1}`).fill(count);
    await page.getByLabel(`Tank of line ${i + 1}`).fill(tank);
  }
  await exact(page, 'Name').fill('Ilse Tamm');
  await exact(page, 'Town').fill('tart');
  await page.getByRole('option', { name: /Tartu/ }).first().click();
  await expect(page.getByTestId('leaves')).toContainText('Leaves Leeds on Thu 26 Nov');
  await page.getByRole('button', { name: 'Create shipment' }).click();
  await page.waitForURL(/KC-0101\/bag/);

  await open(page, `${app.address}/consignments/KC-0101/heat`);
  await page.getByLabel('Choose a file').setInputFiles({
    name: 'weather.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(forecast()),
  });
  await expect(page.getByText('Forecast from weather.csv.')).toBeVisible();

  await open(page, `${app.address}/consignments/KC-0101/fast`);
  await expect(page.getByText('Weather: file weather.csv')).toBeVisible();
  const cell = (day: string) => page.getByRole('button', { name: new RegExp(`^Northline Courier, overnight, ${day}`) });
  // What is known at once stands there before anything is computed.
  await expect(cell('Thu 26 Nov')).toContainText('h in the bag');
  await expect(cell('Thu 26 Nov')).toHaveAccessibleName(/not computed yet/);
  const compare = page.getByRole('button', { name: 'Compare the next ten days' });
  await compare.click();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(cell('Thu 26 Nov')).toHaveAccessibleName(/not computed yet/);
  await compare.click();
  await expect(page.getByTestId('day-chosen')).toBeVisible({ timeout: 90_000 });
  await expect(cell('Thu 26 Nov')).toHaveAccessibleName(/: hold\. .*°C on the way/);
  await expect(cell('Mon 30 Nov')).not.toHaveAccessibleName(/: hold/);
  await cell('Mon 30 Nov').click();
  await page.getByRole('button', { name: 'Use this day' }).click();
  await expect(page.getByText('Drop off: Thu 26 Nov 19:10 to Mon 30 Nov 19:10')).toBeVisible();
  // The forecast that was brought stays.
  await expect(page.getByText('Weather: file weather.csv')).toBeVisible();
});

test('the fasting tasks appear, one is ticked and taken back, and the calendar says the same times', async ({
  page,
}) => {
  await open(page, `${app.address}/week`);
  for (const tank of ['1', '2', '3']) await expect(page.getByText(`KC-0101: Last feed, tank ${tank}`)).toBeVisible();

  await open(page, `${app.address}/consignments/KC-0101/fast`);
  await page.getByRole('button', { name: 'Done: Last feed, tank 1' }).click();
  await expect(page.getByRole('button', { name: 'Undo: Last feed, tank 1' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo: Last feed, tank 1' }).click();
  await expect(page.getByRole('button', { name: 'Done: Last feed, tank 1' })).toBeVisible();

  const feed = await page.getByRole('link', { name: 'Subscribe to all tasks' }).getAttribute('href');
  const text = await (await page.request.get(`${app.address}${feed}`)).text();
  const events = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((v) => new ICAL.Event(v));
  const told = new Intl.DateTimeFormat('en-GB', {
    timeZone: 'Europe/London',
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  });
  const tanks = page.getByRole('region', { name: 'Fasting by tank' });
  for (const tank of ['1', '2', '3']) {
    const event = events.find((e) => e.summary === `KC-0101: Last feed, tank ${tank}`)!;
    const p = Object.fromEntries(told.formatToParts(event.startDate.toJSDate()).map((x) => [x.type, x.value]));
    await expect(tanks.getByRole('listitem').filter({ hasText: `Tank ${tank} ` })).toContainText(
      `Last feed ${p.weekday} ${p.day} ${p.month}, ${p.hour}:${p.minute}`,
    );
  }
});

test('days typed by hand become the forecast of the journey', async ({ page }) => {
  await open(page, `${app.address}/consignments/KC-0101/heat`);
  await page.getByRole('button', { name: 'Type the days' }).click();
  const coldest = page.getByLabel(/^Coldest in Tartu/).first();
  await coldest.fill('30');
  await page.getByRole('button', { name: 'Use these days' }).click();
  await expect(page.getByText('The lowest is above the highest.')).toBeVisible();
  await coldest.fill('-3');
  await page.getByRole('button', { name: 'Use these days' }).click();
  await expect(page.getByText('Forecast: typed by hand, made just now')).toBeVisible();
});
