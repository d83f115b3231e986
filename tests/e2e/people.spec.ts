import { expect, test, type Page } from '@playwright/test';
import { Application, open } from './server';
import { endsAt, held, inDatabase, phoneOf, wait, Wire } from './wire';

/** Two phones and a desk in one house: the network comes and goes, the server dies, and nothing that was pressed is lost or doubled. */
const app = new Application(3412, { KINDLY_ADDRESSES: '127.0.0.2', KINDLY_FROM: '2026-11-24T15:20:00Z' });
test.beforeAll(async () => {
  app.prepare(true);
  await app.start();
});
test.afterAll(() => app.end());

const lane = (page: Page, bag: string) => page.getByRole('region', { name: `Bags ${bag}` });
/** Lines of the journal by a name, of one kind. */
const written = (name: string, kind: string): number =>
  inDatabase(
    app,
    (db) =>
      db
        .prepare<[string, string], { n: number }>('SELECT COUNT(*) AS n FROM journal WHERE by = ? AND kind = ?')
        .get(name, kind)!.n,
  );

test('in the wet-hands modes every button is 64 px or more, and the first stands above the fold', async ({
  browser,
}) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const page = await context.newPage();
  for (const where of [
    '/consignments/KC-0106/send',
    '/consignments/KC-0106/pack',
    '/consignments/KC-0103/run',
    '/quarantine',
  ]) {
    await open(page, `${app.address}${where}`);
    const first = (await page
      .locator('main')
      .locator('button:visible, a.btn:visible, input:visible')
      .first()
      .boundingBox())!;
    expect([where, first.y + first.height <= 844]).toEqual([where, true]);
    const buttons = await page
      .locator('ol button:visible, section[aria-label^="Bags"] button:visible, [data-step] button:visible')
      .all();
    expect(buttons.length).toBeGreaterThan(2);
    for (const b of buttons) {
      const size = (await b.boundingBox())!;
      expect([where, await b.innerText(), size.height >= 64]).toEqual([where, await b.innerText(), true]);
    }
  }
});

test('two phones and a desk drive one arrival through cuts, a reload without network and a killed server', async ({
  browser,
}) => {
  let seed = 20261127;
  const random = (): number => (seed = (seed * 48271) % 2147483647) / 2147483647;
  const desk = await browser.newPage();
  await open(desk, `${app.address}/consignments/KC-0103/run`);

  const wires = [await new Wire(app).lay(), await new Wire(app).lay()];
  const phones = [await phoneOf(app, browser, wires[0]!, 'Ana'), await phoneOf(app, browser, wires[1]!, 'Bo')];
  const names = ['Ana', 'Bo'];
  const bags = ['A1', 'B1'];
  for (const [i, p] of phones.entries()) {
    await open(p, `${wires[i]!.address}/consignments/KC-0103/run`);
    // The page is kept once the worker that keeps it has seen it.
    await p.waitForFunction(() => navigator.serviceWorker.controller !== null);
    await p.reload();
    await lane(p, bags[i]!).getByRole('button', { name: 'I take this' }).click();
  }
  // What one takes is seen by the others within two seconds.
  await expect(lane(desk, 'A1').getByTestId('taken')).toHaveText('Taken by Ana', { timeout: 2000 });
  await expect(lane(phones[0]!, 'B1').getByTestId('taken')).toHaveText('Taken by Bo', { timeout: 2000 });

  const pressed = names.map(() => ({ step: 0, back: 0 }));
  const shown = await Promise.all(phones.map((p, i) => lane(p, bags[i]!).getAttribute('data-presses').then(Number)));
  const press = async (i: number): Promise<void> => {
    const mine = lane(phones[i]!, bags[i]!);
    const back = mine.getByRole('button', { name: 'Undo last press' });
    // Forth and back, so that there is always a step to press; it counts once the screen shows it.
    if (pressed[i]!.step > pressed[i]!.back) {
      await back.click();
      pressed[i]!.back++;
    } else {
      await mine.getByRole('button', { name: /^(Continue without waiting|Done: )/ }).click();
      pressed[i]!.step++;
    }
    await expect(mine).toHaveAttribute('data-presses', String(shown[i]! + (pressed[i]!.step - pressed[i]!.back)));
  };
  for (let cut = 0; cut < 12; cut++) {
    const i = random() < 0.5 ? 0 : 1;
    const wire = wires[i]!;
    if (random() < 0.5) await press(i);
    await wait(random() * 40);
    wire.cut();
    await press(i);
    if (cut === 5) {
      // A phone that is reloaded without network shows its run, and still holds what was pressed.
      await phones[i]!.reload();
      await expect(lane(phones[i]!, bags[i]!)).toBeVisible();
      expect(await held(phones[i]!)).toBeGreaterThan(0);
    }
    if (random() < 0.3) await press(i);
    await wait(random() * 250);
    wire.mend();
    await wait(random() * 250);
  }
  for (const [i, p] of phones.entries()) {
    await expect.poll(() => held(p), { timeout: 20_000 }).toBe(0);
    await expect(p.getByRole('alert').filter({ hasText: 'Not done' })).toHaveCount(0);
    expect([names[i], written(names[i]!, 'acclimation step')]).toEqual([names[i], pressed[i]!.step]);
    expect([names[i], written(names[i]!, 'acclimation step undone')]).toEqual([names[i], pressed[i]!.back]);
  }
  expect(pressed[0]!.step + pressed[1]!.step).toBeGreaterThan(6);

  // The journal tells it by whom.
  await open(desk, `${app.address}/journal?by=Ana`);
  await expect(desk.getByText(/acclimation step undone: A1/).first()).toBeVisible();
  await open(desk, `${app.address}/consignments/KC-0103/run`);

  // kill -9: six seconds later every screen shows six seconds less, and they agree.
  const timer = (page: Page) =>
    page
      .getByTestId('timer')
      .filter({ hasText: /\d\d:\d\d/ })
      .last();
  const before = await endsAt(timer(desk));
  await app.kill();
  await press(0);
  await wait(6_000);
  await app.start();
  await expect.poll(() => held(phones[0]!), { timeout: 20_000 }).toBe(0);
  expect(written('Ana', 'acclimation step') + written('Ana', 'acclimation step undone')).toBe(
    pressed[0]!.step + pressed[0]!.back,
  );
  await desk.reload();
  const after = await endsAt(timer(desk));
  expect(Math.abs(before - after)).toBeLessThan(3);
  expect(Math.abs((await endsAt(timer(phones[1]!))) - after)).toBeLessThanOrEqual(2);

  // A lost phone is put out: within two seconds it stands at the door, and comes in no more.
  await open(desk, `${app.address}/settings/people`);
  await desk.getByLabel('Your name').fill('Ida');
  await desk.getByLabel('New passphrase').fill('four words that rhyme');
  await desk.getByRole('button', { name: 'Set the passphrase' }).click();
  await expect(desk.getByText('You are Ida, owner.')).toBeVisible();
  await desk.getByRole('button', { name: 'Sign out a computer of Bo' }).click();
  await phones[1]!.waitForURL(/\/door/, { timeout: 2500, waitUntil: 'commit' });
  await phones[1]!.goto(`${wires[1]!.address}/`);
  await expect(phones[1]!.getByLabel('Code of this phone')).toBeVisible();
  for (const w of wires) w.end();
});
