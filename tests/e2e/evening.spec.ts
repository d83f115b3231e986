import { expect, test, type Page } from '@playwright/test';
import { Application, inaccessible, open } from './server';
import { endsAt, held, inDatabase, phoneOf, wait, Wire } from './wire';

/** An evening of three consignments, packed by two phones while the network comes and goes and the server dies. */
const app = new Application(3433, { KINDLY_ADDRESSES: '127.0.0.2', KINDLY_FROM: '2026-11-24T14:00:00Z' });
let codes: string[] = [];
test.beforeAll(async () => {
  app.prepare(false);
  codes = (JSON.parse(app.seed('tests/e2e/seed-evening.ts')) as { codes: string[] }).codes;
  await app.start();
});
test.afterAll(() => app.end());

const run = (page: Page) => page.locator('[data-step]');
const stepOf = async (page: Page): Promise<string> => (await run(page).getAttribute('data-step')) ?? '';
const doneOn = async (page: Page): Promise<number> => Number(await run(page).getAttribute('data-done'));
const primary = (page: Page) => page.getByTestId('primary');

/** Steps as they stand ticked: code, key, instant, by whom. */
const ticked = () =>
  inDatabase(app, (db) =>
    db
      .prepare<[], { code: string; key: string; at: string; by: string }>(
        `SELECT c.code, e.subject_id AS key, e.at, e.by FROM event e JOIN consignment c ON c.id = e.consignment_id
         WHERE e.kind = 'ticked' AND NOT EXISTS
           (SELECT 1 FROM event s WHERE s.consignment_id = e.consignment_id AND s.strikes = e.n) ORDER BY e.at`,
      )
      .all(),
  );

test('two phones pack nine bags into three boxes, the network cut at random and the server killed in mid-timer', async ({
  browser,
}) => {
  let seed = 20261127;
  const random = (): number => (seed = (seed * 48271) % 2147483647) / 2147483647;
  const wires = [await new Wire(app).lay(), await new Wire(app).lay()];
  const phones = [await phoneOf(app, browser, wires[0]!, 'Ana'), await phoneOf(app, browser, wires[1]!, 'Bo')];
  for (const [i, p] of phones.entries()) {
    await open(p, `${wires[i]!.address}/evening`);
    await p.waitForFunction(() => navigator.serviceWorker.controller !== null);
    await p.reload();
    await expect(primary(p)).toBeInViewport();
  }
  const total = Number(/of (\d+)/.exec((await phones[0]!.locator('header').innerText()).replace(/\s+/g, ' '))![1]);
  expect(total).toBeGreaterThan(45);

  /** Presses the large button as long as the step it was meant for is on; it counts once the screen shows it. */
  const press = async (i: number, step: string): Promise<void> => {
    const p = phones[i]!;
    const before = await doneOn(p);
    if ((await stepOf(p)) !== step) return;
    await expect(async () => {
      // A slow screen is not pressed for a step that nobody meant.
      if ((await doneOn(p)) === before && (await stepOf(p)) === step) await primary(p).click({ timeout: 1500 });
      await expect.poll(() => doneOn(p), { timeout: 900 }).toBeGreaterThan(before);
    }).toPass({ timeout: 15_000 });
  };
  const pressKey = async (i: number): Promise<void> => {
    const before = await doneOn(phones[i]!);
    await phones[i]!.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    await phones[i]!.keyboard.press('PageDown');
    await expect.poll(() => doneOn(phones[i]!)).toBeGreaterThan(before);
  };

  // One takes a box in hand: the other sees it, and is led to something else.
  await phones[0]!.getByRole('button', { name: /^More:/ }).click();
  await phones[0]!.getByRole('button', { name: 'I’ll do this step' }).click();
  await expect.poll(() => stepOf(phones[1]!)).not.toBe(await stepOf(phones[0]!));
  // A foot pedal is any key.
  await pressKey(0);

  // Two steps are put aside, and stay undone with all that rests on them: the gate shall name them.
  const left: Record<string, string[]> = {
    [codes[0]!]: ['Box on the scale', 'Papers in the lid pocket'],
    [codes[2]!]: ['Carton and labels', 'Box on the scale', 'Papers in the lid pocket'],
  };
  const toSkip = new Set([`${codes[0]} weigh:1`, `${codes[2]} out:1`]);
  const skipped = new Set<string>();
  let killed = false;
  for (let n = 0; n < 160; n++) {
    const i = random() < 0.5 ? 0 : 1;
    const id = await stepOf(phones[i]!);
    if (id === '') {
      if ((await stepOf(phones[1 - i]!)) === '') break;
      await wait(200);
      continue;
    }
    if (toSkip.has(id)) {
      skipped.add(id);
      await phones[i]!.getByRole('button', { name: /^More:/ }).click();
      await phones[i]!.getByRole('button', { name: 'Do this later' }).click();
      await expect.poll(() => stepOf(phones[i]!)).not.toBe(id);
      continue;
    }
    if (!killed && ticked().some((t) => t.key === 'sedate:A2')) {
      // kill -9 while the sedation watch runs: every screen goes on counting, and they agree.
      killed = true;
      const clock = (p: Page) => p.getByRole('listitem', { name: /^Sedation watch/ }).getByTestId('timer');
      await expect(clock(phones[1]!)).toBeVisible();
      // The other phone counts from the instant that the server keeps.
      const before = await endsAt(clock(phones[1]!));
      await app.kill();
      await press(0, await stepOf(phones[0]!));
      await wait(2500);
      await app.start();
      await expect.poll(() => held(phones[0]!), { timeout: 20_000 }).toBe(0);
      expect(Math.abs((await endsAt(clock(phones[1]!))) - before)).toBeLessThan(3);
      // Whose press it was sees the server’s instant too, once its page came anew.
      const apart = async (): Promise<number> =>
        Math.abs((await endsAt(clock(phones[0]!))) - (await endsAt(clock(phones[1]!))));
      await expect.poll(apart).toBeLessThanOrEqual(2);
      continue;
    }
    const cut = random() < 0.2;
    if (cut) wires[i]!.cut();
    await press(i, id);
    if (cut) {
      const next = await stepOf(phones[i]!);
      if (random() < 0.5 && next !== '' && !toSkip.has(next)) await press(i, next);
      await wait(random() * 150);
      wires[i]!.mend();
    }
  }
  for (const p of phones) {
    await expect.poll(() => held(p), { timeout: 20_000 }).toBe(0);
    await expect(p.getByRole('alert').filter({ hasText: 'Not done' })).toHaveCount(0);
  }
  expect(killed).toBe(true);

  // Every press is there, none twice, by both; nothing came before what it waits for.
  const all = ticked();
  expect(new Set(all.map((t) => `${t.code} ${t.key}`)).size).toBe(all.length);
  expect(all.filter((t) => skipped.has(`${t.code} ${t.key}`))).toEqual([]);
  expect(all.length + Object.values(left).flat().length).toBe(total);
  expect(new Set(all.map((t) => t.by))).toEqual(new Set(['Ana', 'Bo']));
  const at = (code: string, key: string): number => Date.parse(all.find((t) => t.code === code && t.key === key)!.at);
  for (const code of codes) {
    const bags = ['A1', 'A2', 'A3'].map((b) => at(code, `bag:${b}`));
    expect(at(code, 'stand')).toBeGreaterThanOrEqual(Math.max(...bags));
    for (const b of ['A1', 'A2', 'A3']) {
      expect(at(code, `in:${b}`)).toBeGreaterThanOrEqual(at(code, `line:1`));
      expect(at(code, 'fill:1')).toBeGreaterThanOrEqual(at(code, `in:${b}`));
    }
    expect(at(code, 'lid:1')).toBeGreaterThanOrEqual(at(code, 'fill:1'));
  }
  expect(at(codes[1]!, 'watch:A2')).toBeGreaterThanOrEqual(at(codes[1]!, 'sedate:A2'));
  // The first bag that was closed is the first sealed, and all packs of the evening are open.
  inDatabase(app, (db) => {
    const n = (kind: string): number =>
      db
        .prepare<[string], { n: number }>('SELECT COUNT(*) AS n FROM event WHERE kind = ? AND strikes IS NULL')
        .get(kind)!.n;
    expect([n('sealed'), n('activated')]).toEqual([3, 5]);
  });

  // The gate names what was left, and every look that was passed over, and lets it go only with a reason.
  const desk = await browser.newPage();
  await open(desk, `${app.address}/evening`);
  await desk.getByRole('button', { name: 'To the drop-off' }).click();
  for (const code of codes) {
    const gate = desk.getByRole('form', { name: `Drop-off of ${code}` });
    const list = gate.getByRole('list', { name: 'What is missing' }).getByRole('listitem');
    const missing = await list.allInnerTexts();
    expect(missing.filter((x) => !/of \d+ min$|no weight$/.test(x))).toEqual(left[code] ?? []);
    expect(missing.some((x) => /^Leak stand.* of 10 min$/.test(x))).toBe(true);
    expect(missing.some((x) => /^Check .* of 20 min$/.test(x))).toBe(true);
    if (code === codes[1]) expect(missing).toContain('Box on the scale: no weight');
    await gate.getByLabel('Drop off anyway, because').fill('the counter closes');
    await gate.getByLabel('Receipt or booking').fill(`R-${code}`);
    await gate.getByRole('button', { name: /^Dropped off/ }).click();
    await expect(gate).toHaveCount(0);
  }
  await expect(desk.getByText(/^Dropped off: /)).toBeVisible();

  // On the road: a sighting that is late is on the Bench, with what can still be done.
  await open(desk, `${app.address}/consignments/${codes[0]}/send`);
  await expect(desk.getByText(`Receipt R-${codes[0]}`)).toBeVisible();
  await desk.getByLabel('Seen at').selectOption({ index: 1 });
  await desk.getByRole('button', { name: 'Record' }).click();
  await expect(
    desk.getByRole('region', { name: 'Journey' }).getByRole('button', { name: 'Undo', exact: true }),
  ).toBeVisible();
  for (const w of wires) w.end();
});

test('the packing run passes the accessibility check with the lights down', async ({ page }) => {
  await open(page, `${app.address}/consignments/${codes[0]}/pack`);
  await page.getByRole('button', { name: 'Lights down' }).click();
  expect(await inaccessible(page)).toEqual([]);
});
