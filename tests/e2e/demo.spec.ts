import { expect, test } from '@playwright/test';
import { Application, chooseBag, inaccessible, open } from './server';
import { held } from './wire';

/** The demo at a fixed instant, so that what it shows can be named. */
const app = new Application(3413, { KINDLY_NOW: '2026-11-24T15:20:00Z' });
test.beforeAll(async () => {
  app.prepare(true);
  await app.start();
});
test.afterAll(() => app.end());

const pages = [
  '/',
  '/consignments',
  '/consignments/new',
  ...['order', 'fast', 'bag', 'heat', 'box', 'send'].map((s) => `/consignments/KC-0106/${s}`),
  '/consignments/KC-0105/send',
  '/arrivals/new',
  '/consignments/KC-0106/papers',
  '/consignments/KC-0106/pack',
  '/consignments/KC-0103/receive',
  '/consignments/KC-0103/run',
  '/consignments/KC-0102/quarantine',
  '/receivers',
  '/receivers/new',
  '/receivers/import',
  '/carriers',
  '/carriers/northline-overnight',
  '/places',
  '/tanks',
  '/fish',
  '/supplies',
  '/supplies/heat-72h',
  '/supplies/shopping',
  '/supplies/figures',
  '/search?find=ilse',
  '/week',
  '/settings',
  '/settings/data',
  '/settings/people',
  '/journal',
  '/scan',
  '/quick?fish=neon-tetra',
  '/door',
  '/offline',
  '/species',
  '/species/assumptions',
  '/logbook',
  '/logbook/KC-0053',
  '/logbook/compare?of=KC-0053,KC-0051',
  '/logbook/pays',
  '/logbook/held',
  '/logbook/learned',
  '/practice',
  '/practice/first-frost',
  '/practice/stranger-at-the-door',
  '/practice/silent-crash',
];

test('the Bench has something late, something running and something due', async ({ page }) => {
  await open(page, app.address);
  for (const state of ['late', 'running', 'due'])
    await expect(page.locator(`[data-state=${state}]`).first()).toBeVisible();
  await expect(page.getByTestId('bench-timer').first()).toHaveText(/\d\d:\d\d/);
});

test('a late job is done with one press and taken back with another', async ({ page }) => {
  await open(page, app.address);
  const late = page.locator('[data-state=late]', { hasText: 'Water change and test, tank Q4' });
  await late.getByRole('button', { name: 'Done' }).click();
  await expect(late).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(late).toBeVisible();
  // The next test begins with what the house knows.
  await expect.poll(() => held(page)).toBe(0);
});

test('the Bench by keys: choose, put off, undo, do, undo, open', async ({ page }) => {
  await open(page, app.address);
  const tag = page.locator('.tag', { hasText: 'Water change and test, tank Q4' });
  await page.keyboard.press('j');
  await page.keyboard.press('s');
  await expect(page.getByRole('status').filter({ hasText: 'Put off: Water change and test' })).toBeVisible();
  await expect(tag).toContainText('16:20');
  await expect(tag).toContainText('put off from 09:20');
  await page.keyboard.press('u');
  await expect(tag).toContainText('6 h late');
  await page.keyboard.press('k');
  await page.keyboard.press('d');
  await expect(tag).toHaveCount(0);
  await page.keyboard.press('u');
  await expect(tag).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('choose a task');
  await page.keyboard.press('Escape');
  // The list may come anew after what was taken back, and close a menu that was just opened.
  await expect(async () => {
    await tag.getByRole('button', { name: /^Later/ }).click({ timeout: 2000 });
    await page.getByRole('menuitem', { name: 'Tomorrow morning, 8:00' }).click({ timeout: 2000 });
  }).toPass();
  await expect(page.getByRole('heading', { name: /^Tomorrow/ })).toBeVisible();
  await expect(tag).toContainText('08:00');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(tag).toContainText('late');
});

test('every page asks no other host, logs no error, passes the accessibility check and fits a phone', async ({
  page,
}) => {
  test.setTimeout(600_000);
  const wrong: string[] = [];
  let path = '';
  page.on('request', (r) => {
    const { hostname, protocol } = new URL(r.url());
    if (protocol.startsWith('http') && hostname !== '127.0.0.1') wrong.push(`${path} asks ${r.url()}`);
  });
  page.on('pageerror', (e) => wrong.push(`${path}: ${e.message}`));
  page.on('console', (m) => m.type() === 'error' && wrong.push(`${path}: ${m.text()}`));
  for (path of pages) {
    await page.setViewportSize({ width: 1280, height: 800 });
    const response = await page.goto(app.address + path);
    await page.waitForSelector('body[data-listens]');
    if (response!.status() !== 200) wrong.push(`${path} answers ${response!.status()}`);
    for (const what of await inaccessible(page)) wrong.push(`${path}: ${what}`);
    // On a phone nothing scrolls sideways.
    await page.setViewportSize({ width: 320, height: 700 });
    const fits = () => document.documentElement.scrollWidth <= 320;
    // A chart is drawn anew a moment after its page became narrow.
    const narrow = await page.waitForFunction(fits, undefined, { timeout: 6000 }).catch(() => null);
    if (!narrow) wrong.push(`${path} is wider than 320 px`);
  }
  expect(wrong).toEqual([]);
});

test('stations open by number, the list of keys by ?, and never from inside a field', async ({ page }) => {
  await open(page, `${app.address}/consignments/KC-0106/bag`);
  await page.keyboard.press('4');
  await page.waitForURL(/\/heat$/);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('/');
  await page.keyboard.type('3 Tamm');
  expect(page.url()).toMatch(/\/heat$/);
  await page.keyboard.press('Enter');
  await page.waitForURL(/find=/);
});

test('the odds run in this browser’s own worker, give the number a server thread gives, and reach every pack set', async ({
  page,
}) => {
  await open(page, `${app.address}/consignments/KC-0106/heat`);
  const chance = page.getByTestId('chance');
  await expect(chance).toHaveAttribute('data-final', 'yes', { timeout: 60_000 });
  const server = (await (await page.request.get(`${app.address}/consignments/KC-0106/chance?draws=600`)).json()) as {
    draws: number;
    lost: number;
  };
  await expect(chance).toContainText(`${server.draws - server.lost} of 600 simulated trips good`);
  await expect(page.getByTestId('chances')).toContainText('200 simulated trips each', { timeout: 60_000 });
  await expect(page.getByTestId('pack-in-use')).toContainText(/\d+\s*%/);
  expect((await page.request.get(`${app.address}/consignments/KC-0106/chance?draws=0`)).status()).toBe(400);
  expect((await page.request.get(`${app.address}/consignments/KC-9999/chance`)).status()).toBe(404);
});

test('whole plans are compared, taken once their changes are read, and undone', async ({ page }) => {
  const heading = async (): Promise<string> => {
    const chance = page.getByTestId('chance');
    await expect(chance).toHaveAttribute('data-final', 'yes', { timeout: 60_000 });
    return (await chance.innerText()).replace(/\s+/g, ' ');
  };
  await open(page, `${app.address}/consignments/KC-0108/heat`);
  const before = await heading();
  await page.getByRole('button', { name: 'Compare whole plans' }).click();
  const plans = page.getByRole('region', { name: 'Whole plans' });
  await expect(plans.getByRole('heading', { name: /Plan \d would change/ })).toBeVisible({ timeout: 60_000 });
  await expect(plans.getByText(/Box 1: Small foam box → .*\.|Packs of box 1: no pack → /).first()).toBeVisible();
  // Looking changes nothing.
  expect(await heading()).toBe(before);
  await plans.getByRole('button', { name: /^Use plan/ }).click();
  await expect(plans.getByRole('button', { name: 'Compare whole plans' })).toBeVisible();
  await expect(page.getByTestId('pack-in-use')).not.toContainText('No pack');
  await page.getByRole('button', { name: 'More for KC-0108' }).click();
  await page.getByRole('menuitem', { name: 'Undo the last change' }).click();
  await expect(page.getByText('Undone: the whole plan.')).toBeVisible();
  await expect(page.getByTestId('pack-in-use')).toContainText('No pack');
});

test('an own assumption is checked, moves the margin of what is still here, and goes back to its default', async ({
  page,
}) => {
  const slack = async (): Promise<number> => {
    await open(page, `${app.address}/consignments/KC-0108/bag`);
    return Number(await page.locator('[data-odds="told"]').getAttribute('data-worst-h'));
  };
  const before = await slack();
  await open(page, `${app.address}/species/assumptions`);
  await page.getByLabel('Find a figure').fill('wall heat');
  const field = page.getByLabel(/^Your own wall heat/);
  await field.fill('-1');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('This cannot be less than 0.')).toBeVisible();
  await field.fill('100');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('button', { name: 'Default' })).toBeVisible();
  await expect(page.getByText(/shipments? (is|are) recomputed\./)).toBeVisible();
  expect(await slack()).toBeLessThan(before);
  await open(page, `${app.address}/species/assumptions`);
  await page.getByRole('button', { name: 'Default' }).click();
  await expect(page.getByRole('button', { name: 'Default' })).toHaveCount(0);
  expect(await slack()).toBe(before);
});

test('ten days by every service are compared in the browser; the chosen one moves everything, and undo brings it back', async ({
  page,
}) => {
  await open(page, `${app.address}/consignments/KC-0108/fast`);
  const handOver = page.getByText(/^Drop-off \w+ \d+ \w+ at/);
  const before = await handOver.innerText();
  await page.getByRole('button', { name: 'Compare the next ten days' }).click();
  await expect(page.getByTestId('day-chosen')).toBeVisible({ timeout: 60_000 });
  // A Sunday: no courier takes parcels, and the cell says so.
  await expect(page.getByRole('button', { name: /^Northline Courier, overnight, Sun 29 Nov: hold/ })).toContainText(
    'takes no parcels on this weekday',
  );
  await page.getByRole('button', { name: /^Northline Courier, overnight, Mon 30 Nov/ }).click();
  await expect(page.getByTestId('day-chosen')).toContainText('Mon 30 Nov');
  await page.getByRole('button', { name: 'Use this day' }).click();
  await expect(page.getByText(/Last feed, tank 7: .* to Sat 28 Nov 21:00/)).toBeVisible();
  await expect(handOver).toContainText('Drop-off Mon 30 Nov at');
  await page.getByRole('button', { name: 'More for KC-0108' }).click();
  await page.getByRole('menuitem', { name: 'Undo the last change' }).click();
  await expect(handOver).toHaveText(before);
});

test('a fast is chosen for a tank, says what moved, and goes back; held back, nothing of it is due', async ({
  page,
}) => {
  await open(page, `${app.address}/consignments/KC-0108/fast`);
  const tanks = page.getByRole('region', { name: 'Fasting by tank' });
  await tanks.getByLabel('Method').selectOption({ label: 'Four days: goldfish, large cool-water fish, 96 h' });
  await expect(tanks.getByRole('status')).toContainText('Last feed, tank 7: Tue 24 Nov 21:00 to Sun 22 Nov 17:38');
  await expect(tanks).toContainText('Too long for Lemon tetra: 60 h at most');
  await tanks.getByLabel('Method').selectOption({ label: 'By these fish’s digestion' });
  await tanks.getByLabel('Purge in a bare tub').check();
  await expect(tanks).toContainText('move to the tub Wed 25 Nov, 17:38');
  await tanks.getByLabel('Purge in a bare tub').uncheck();
  await expect(tanks).not.toContainText('move to the tub');
  await page.getByRole('button', { name: 'Wait for a better day' }).click();
  await expect(page.getByText('Waiting since Tue 24 Nov')).toBeVisible();
  await open(page, app.address);
  await expect(page.locator('.tag', { hasText: 'KC-0108' })).toHaveCount(0);
  await open(page, `${app.address}/consignments/KC-0108/fast`);
  await page.getByRole('button', { name: 'Stop holding' }).click();
  await expect(page.getByText('Waiting since')).toHaveCount(0);
  const one = await page.getByRole('link', { name: 'Save as calendar file' }).getAttribute('href');
  const file = await page.request.get(`${app.address}${one}`);
  expect(await file.text()).toContain('KC-0108: Last feed\\, tank 7');
  const other = `${app.address}${one}`.replace('KC-0108', 'KC-9999');
  expect((await page.request.get(other)).status()).toBe(404);
  expect((await page.request.get(`${app.address}/calendar.ics?of=KC-0108`)).status()).toBe(403);
});

test('what is not among the best three ways of opening is told beside them, and what is forbidden says why', async ({
  page,
}) => {
  await open(page, `${app.address}/consignments/KC-0103/receive`);
  const others = page.getByRole('region', { name: 'Other methods' });
  await expect(others.getByRole('row')).toHaveCount(7); // a head, four more ways, two that cannot be
  await expect(others).toContainText('Bag and tank have the same salinity. Nothing to match.');
});

test('bags under the hands: keys and mouse move animals, deeds are undone, treatments are dosed, a rule is broken knowingly', async ({
  page,
}) => {
  await open(page, `${app.address}/consignments/KC-0106/bag`);
  /** More than two days is told as that. */
  const hours = (told: string | null): number => (told === null || told === 'none' ? 48 : Math.min(48, Number(told)));
  const shown = hours(await page.locator('[data-odds="told"]').getAttribute('data-slack-h'));
  await page.getByRole('button', { name: 'Change the plan' }).click();
  const weakest = page.getByTestId('weakest');
  await expect(weakest).toBeVisible();
  // A few dozen draws tell what the full number does, to some hours.
  expect(Math.abs(hours(await weakest.getAttribute('data-slack-h')) - shown)).toBeLessThan(6);
  const board = page.getByRole('list', { name: 'Bags' });
  const names = async (): Promise<string[]> =>
    (await board.getByRole('button', { name: /^Bag / }).all()).length > 0
      ? board.getByRole('button', { name: /^Bag / }).evaluateAll((all) => all.map((b) => b.getAttribute('aria-label')!))
      : [];
  const before = await names();
  // Split with a press, undone with a key, done again, undone.
  await chooseBag(page, 'C1');
  await page.getByRole('button', { name: 'Split in two' }).click();
  await expect(board.getByRole('button', { name: 'Bag C1, C2', exact: true })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect.poll(names).toEqual(before);
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(board.getByRole('button', { name: 'Bag C1, C2', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(names).toEqual(before);
  // Carried by keys to the next bag on the left.
  const chip = board.getByRole('button', { name: /Honey gourami of bag C1: pick up/ });
  await chip.focus();
  await page.keyboard.press('Space');
  await page.waitForTimeout(300);
  await page.keyboard.press('ArrowLeft');
  await page.waitForTimeout(300);
  await page.keyboard.press('Space');
  await expect(page.getByText(/^1 animal from C1 to B1\.$/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  // By the mouse, all at once: the emptied bag goes.
  await page.getByRole('radio', { name: 'all' }).click();
  const from = (await chip.boundingBox())!;
  const to = (await board.getByRole('button', { name: 'Bag B1', exact: true }).boundingBox())!;
  await page.mouse.move(from.x + 20, from.y + 12);
  await page.mouse.down();
  await page.mouse.move(from.x - 20, from.y, { steps: 4 });
  await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByText('6 animals from C1 to B1; C1 is empty and removed.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  // Typed counts that do not add up are told at once.
  await chooseBag(page, 'C1');
  await page.getByRole('textbox', { name: 'Honey gourami in bag C1' }).fill('4');
  await expect(page.getByText('2 of 6 Honey gourami without a bag.')).toBeVisible();
  await page.getByRole('button', { name: 'A bag for the 2' }).click();
  await expect(board.getByRole('button', { name: 'Bag C2', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  // A dose for the real litres, and a rule taken on with a reason.
  await page.getByLabel('Bluebell dye dye in bag C1').check();
  await expect(page.getByText(/^\d drops? \(0\.\d+ mL\)$/)).toBeVisible();
  const rule = page.getByRole('list', { name: 'Problems with this plan' }).getByRole('listitem').first();
  await rule.getByRole('button', { name: 'Accept risk …' }).click();
  await page.getByLabel('Reason').fill('They were acclimated to it for a month.');
  await page.getByRole('button', { name: 'Accept risk', exact: true }).click();
  await page.getByRole('button', { name: 'Save and compute' }).click();
  await expect(page.getByRole('button', { name: 'Change the plan' })).toBeVisible();
  await open(page, `${app.address}/consignments/KC-0106/send`);
  await expect(page.getByRole('list', { name: 'Risk accepted' })).toContainText('acclimated to it for a month');
  await expect(page.getByText(/drops? \(0\.\d+ mL\) of Bluebell dye/).first()).toBeVisible();
});

test('bags: what would help is computed and done with a press, plans stand side by side, what-ifs draw over the hours', async ({
  page,
}) => {
  await open(page, `${app.address}/consignments/KC-0106/bag`);
  const whatIf = page.getByRole('region', { name: 'What if' });
  await whatIf.getByRole('button', { name: 'Compute' }).click();
  await expect(whatIf.getByRole('listitem')).toHaveCount(8);
  await whatIf.getByRole('button', { name: /3 °C colder outside/ }).click();
  await expect(page.getByText('Drawn over the plan in black dashes.')).toBeVisible();
  await page.getByRole('button', { name: 'Plans side by side' }).click();
  const plans = page.getByRole('region', { name: 'Plans side by side' });
  await plans.getByRole('button', { name: /^One a bag/ }).click({ timeout: 60_000 });
  await expect(plans.getByRole('heading', { name: 'One a bag would change' })).toBeVisible();
  const bags = page.getByRole('heading', { name: /^\d+ bags, drawn to scale/ });
  const was = await bags.innerText();
  await plans.getByRole('button', { name: 'Use this plan' }).click();
  await expect(bags).toHaveText(/^18 bags/);
  await page.getByRole('button', { name: 'More for KC-0106' }).click();
  await page.getByRole('menuitem', { name: 'Undo the last change' }).click();
  await expect(bags).toHaveText(was);
  await page.getByRole('button', { name: 'Change the plan' }).click();
  const help = page.getByRole('region', { name: 'What would help' });
  await help.getByRole('button', { name: 'Find improvements' }).click();
  await help.getByRole('button', { name: 'Apply' }).first().click({ timeout: 60_000 });
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled();
  await page.getByRole('button', { name: 'Discard changes' }).click();
  await expect(bags).toHaveText(was);
});
