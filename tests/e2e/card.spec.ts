import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { chromium, expect, test, type BrowserContext, type Page } from '@playwright/test';
import sharp from 'sharp';
import { cardOf, type CardData } from '@/core/card/data';
import { MIN } from '@/core/quantities/time';
import { chromiumFlags, chromiumPath } from '../chromium';
import { Application, inaccessible, open } from './server';

/**
 * The card that comes along: made by its sender, opened as a file with the network off, killed in mid-timer and opened
 * again, run to its end, and its outcome taken in by the sender, where every figure is the one that was told.
 */
const folder = mkdtempSync(path.join(os.tmpdir(), 'kindly-card-'));
const sender = new Application(3423, { KINDLY_NOW: '2026-11-24T15:20:00Z' });
let later: Application | null = null;
test.afterAll(async () => {
  await later?.kill();
  await sender.end();
  rmSync(folder, { recursive: true, force: true });
});

const file = path.join(folder, 'card.html');
let data: CardData;

/** A browser with a profile of its own and no network at all: killed and opened again, it has what it kept. */
async function holder(asked: string[]): Promise<{ context: BrowserContext; page: Page }> {
  const context = await chromium.launchPersistentContext(path.join(folder, 'profile'), {
    executablePath: chromiumPath,
    args: chromiumFlags,
    offline: true,
    acceptDownloads: true,
    viewport: { width: 1280, height: 800 },
  });
  const page = context.pages()[0] ?? (await context.newPage());
  page.on('request', (r) => {
    if (!/^(file|data|blob):/.test(r.url())) asked.push(r.url());
  });
  page.on('pageerror', (e) => asked.push(`error: ${e.message}`));
  page.on('dialog', (d) => void d.accept());
  return { context, page };
}

/** kill -9 of every process that holds the profile: nothing gets a chance to be saved on the way out. */
function killBrowser(): void {
  const profile = path.join(folder, 'profile');
  for (const pid of readdirSync('/proc').filter((x) => /^\d+$/.test(x)))
    try {
      if (readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(profile)) process.kill(Number(pid), 'SIGKILL');
    } catch {
      // It has ended by itself.
    }
  rmSync(path.join(profile, 'SingletonLock'), { force: true });
}

const starts = (page: Page) => page.locator('.way.best').getByRole('button');
const figuresOf = async (page: Page): Promise<Record<string, string[]>> =>
  Object.fromEntries(
    await page
      .locator('.lane')
      .evaluateAll((lanes) =>
        lanes.map((l) => [
          (l as HTMLElement).dataset.lane!,
          [...l.querySelectorAll('.way.best dd')].map((d) => d.textContent!.trim()),
        ]),
      ),
  );

/** Presses whatever asks for hands, and lets timers run, until every lane is across. */
async function toTheEnd(page: Page): Promise<void> {
  for (let i = 0; i < 120; i++) {
    const hands = page.locator('.run button.hands');
    const n = await hands.count();
    if (n > 0) for (let k = 0; k < n; k++) await hands.first().click();
    else if ((await page.getByRole('timer').count()) === 0) return;
    await page.clock.fastForward(4 * MIN);
  }
  throw new Error('It did not end.');
}

test('opened as a file without a network, killed in mid-timer, run to its end, and taken in by its sender', async ({
  page: desk,
}) => {
  sender.prepare(true);
  await sender.start();
  const answer = await fetch(`${sender.address}/consignments/KC-0105/card`);
  const html = await answer.text();
  expect(answer.headers.get('content-disposition')).toContain('KC-0105-card.html');
  expect(Buffer.byteLength(html)).toBeLessThan(300_000);
  writeFileSync(file, html);
  data = cardOf(/id="card">([^<]*)</.exec(html)![1]!);
  await sender.kill();

  const asked: string[] = [];
  let { context, page } = await holder(asked);
  await page.clock.install({ time: data.arriveMs });
  await page.goto(`file://${file}`);
  await page.locator('header select').selectOption('en');
  await page.getByRole('button', { name: 'Box is here' }).click();
  await page.getByRole('button', { name: 'packs still warm' }).click();
  const read: Record<string, string> = { 'Water, °C': '19.6', pH: '6.7', 'Ammonia (TAN), mg N/L': '2.5' };
  for (const b of data.bags) {
    if (b !== data.bags[0]) await page.locator('summary', { hasText: b.id }).first().click();
    for (const [label, value] of Object.entries(read)) await page.getByLabel(`${b.id} ${label}`).fill(value);
    await page
      .getByRole('button', { name: `Alive: ${b.animals}`, exact: true })
      .first()
      .click();
  }
  const [first] = data.bags as [CardData['bags'][number]];
  // A figure that looks odd is asked about; taken back, nothing of it is kept.
  await page.getByLabel(`${first.id} pH`).fill('9.6');
  await page.getByLabel(`${first.id} pH`).press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: '9.6' })).toBeVisible();
  await page.getByLabel(`${first.id} pH`).fill(read.pH!);
  await page.getByLabel(`${first.id} pH`).press('Enter');
  const picture = await sharp({ create: { width: 1800, height: 1200, channels: 3, background: '#0E6E78' } })
    .jpeg()
    .toBuffer();
  await page
    .locator('.bag input[type=file]')
    .first()
    .setInputFiles({ name: 'a.jpg', mimeType: 'image/jpeg', buffer: picture });
  await expect(page.locator('.shot')).toHaveCount(1);
  for (const [name, value] of Object.entries({ 'Water, °C': '25.2', pH: '7.6', 'KH, °d': '7' }))
    for (const t of data.tanks) await page.getByLabel(`${t.name} ${name}`).fill(value);
  await page.getByLabel(`${data.tanks[0]!.name} pH`).press('Enter');
  const figures = await figuresOf(page);
  for (const theme of ['day', 'lights-down']) {
    await expect(page.locator(`html[data-theme=${theme}]`)).toBeVisible();
    expect(await inaccessible(page)).toEqual([]);
    if (theme === 'day') await page.getByRole('button', { name: 'Lights down' }).click();
  }
  while ((await starts(page).count()) > 0) await starts(page).first().click();
  // The room dimmed, the bags afloat: by then a timer runs.
  for (const title of [/[Ll]ights off/, 'Float the closed bags'])
    await page.locator('.run button.hands', { hasText: title }).first().click();
  await page.clock.fastForward(2 * MIN);
  const left = await page.getByRole('timer').first().innerText();
  expect(left).toMatch(/^\d?\d:\d\d(:\d\d)?$/);

  // Killed in mid-timer, with the press of a moment ago: opened again three minutes later, it is three minutes further.
  const at = await page.evaluate(() => Date.now());
  killBrowser();
  await context.close().catch(() => undefined);
  ({ context, page } = await holder(asked));
  await page.clock.install({ time: at + 3 * MIN });
  await page.goto(`file://${file}`);
  const seconds = (words: string): number => words.split(':').reduce((s, x) => s * 60 + Number(x), 0);
  const now = seconds(await page.getByRole('timer').first().innerText());
  expect(Math.abs(seconds(left) - 180 - now)).toBeLessThanOrEqual(3);
  await page.locator('header select').selectOption('fr');
  await expect(page.getByText('Annuler le dernier appui').first()).toBeVisible();
  await page.locator('header select').selectOption('en');
  await toTheEnd(page);
  await page.getByRole('button', { name: 'All done' }).click();
  await page.getByLabel('Anything else for the sender').fill('Lid was damp.');
  await page.getByLabel('Anything else for the sender').blur();
  await page.getByRole('button', { name: 'Show as codes' }).click();
  await expect(page.getByRole('img', { name: /^kc-found:1\// })).toBeVisible();
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the file for the sender' }).click();
  const found = path.join(folder, 'found.json');
  await (await saved).saveAs(found);
  const done = await page.evaluate(() => Date.now());
  await context.close();
  expect(asked).toEqual([]);

  // The sender takes it in: what was told there is what stands here, with the picture and by whom.
  later = new Application(3423, { KINDLY_NOW: new Date(done + MIN).toISOString() }, sender.folder);
  await later.start();
  await open(desk, `${later.address}/consignments/KC-0105/send`);
  const region = desk.getByRole('region', { name: 'What the receiver reported' });
  await region.getByLabel('Import the receiver’s report').setInputFiles({
    name: 'found.json',
    mimeType: 'application/json',
    buffer: Buffer.from(readFileSync(found, 'utf8').replace('19.6', '29.6')),
  });
  await expect(region.getByRole('alert')).toContainText('changed after the card saved it');
  await region.getByLabel('Import the receiver’s report').setInputFiles(found);
  await expect(region.getByText('Lid was damp.')).toBeVisible();
  const row = region.locator('tr', { hasText: first.id });
  await expect(row).toContainText('19.6');
  await expect(row).toContainText('6.7');
  await expect(region.getByText('packs still warm')).toBeVisible();
  await expect(region.getByRole('link', { name: `Picture of ${first.id}` })).toBeVisible();
  // The way that the card advised, in the application’s own figures on the same measurements.
  await open(desk, `${later.address}/consignments/KC-0105/receive`);
  await desk.getByText('What arrived, and how to open it').click();
  const [lane] = Object.keys(figures) as [string];
  const [ammonia, step] = figures[lane]!.map((x) => Number(x));
  const best = desk.locator('article').first();
  const told = async (name: RegExp): Promise<number> =>
    Number(await best.locator('tr', { hasText: name }).locator('b').innerText());
  expect(Math.abs((await told(/^Ammonia exposure/)) - ammonia!)).toBeLessThan(0.15 + 0.05 * ammonia!);
  expect(Math.abs((await told(/^pH, any 5 min/)) - step!)).toBeLessThan(0.15);
});
