import { expect, test, type Page } from '@playwright/test';
import { slackWords } from '@/ui/format';
import { Application, open } from './server';
import { seedOrders } from './seed';

/** Heading, Heat, Box and Bench are places where one evaluation is told: whatever is changed, they tell the same. */
const app = new Application(3481, { KINDLY_NOW: '2026-11-25T12:00:00.000Z' });
let codes: string[] = [];
test.beforeAll(() => {
  app.prepare(false);
  const line = { id: 'L1', massG: null, sex: 'unsexed' as const, tank: '1' };
  codes = seedOrders(app, [
    { lines: [{ ...line, speciesId: 'lemon-tetra', count: 12, lengthCm: 3 }] },
    { lines: [{ ...line, speciesId: 'discus', count: 14, lengthCm: 12 }] },
  ]);
  return app.start();
});
test.afterAll(() => app.end());

interface Told {
  slackH: number | null;
  worstSlackH: number | null;
}
const hours = (x: string | null): number | null => (x === 'none' || x === null ? null : Number(x));

/** The heading of the page that is open, once its odds are in. */
async function heading(page: Page): Promise<Told> {
  const n = page.getByTestId('slack').locator('.slack-n');
  await expect(n).toHaveAttribute('data-odds', 'told', { timeout: 60_000 });
  return {
    slackH: hours(await n.getAttribute('data-slack-h')),
    worstSlackH: hours(await n.getAttribute('data-worst-h')),
  };
}

const least = (list: (number | null)[]): number | null => {
  const known = list.filter((x) => x !== null);
  return known.length > 0 ? Math.min(...known) : null;
};

/** Reads every place and holds them against one another; gives back the heading's figures. */
async function allAgree(page: Page, code: string, boxes: number): Promise<Told> {
  const at = (place: string): string => `${app.address}/consignments/${code}/${place}`;
  await open(page, at('heat'));
  const told = await heading(page);
  const here: string[][] = [];
  for (let b = 1; b <= boxes; b++) {
    if (boxes > 1) {
      await page.getByRole('button', { name: `Box ${b}`, exact: true }).click();
      await expect(page.getByRole('heading', { name: new RegExp(`ways to heat box ${b}`) })).toBeVisible();
    }
    const cell = page.getByTestId('pack-in-use').getByTestId('slack-told');
    here.push([await cell.getAttribute('data-slack-h'), await cell.getAttribute('data-worst-h')].map(String));
  }
  expect(least(here.map(([s]) => hours(s!)))).toBe(told.slackH);
  expect(least(here.map(([, w]) => hours(w!)))).toBe(told.worstSlackH);
  const tab = page.getByRole('navigation', { name: 'Stations' });
  const kg = (await tab.getByRole('link', { name: /Box/ }).innerText()).match(/[\d.]+ kg/)![0];
  await open(page, at('box'));
  expect(await heading(page)).toEqual(told);
  let sum = 0;
  for (let b = 1; b <= boxes; b++) {
    if (boxes > 1) await page.getByRole('button', { name: new RegExp(`^${b}$`) }).click();
    sum += Number((await page.getByTestId('on-the-scale').innerText()).replace(/[^\d.]/g, ''));
  }
  expect(Math.abs(sum - Number(kg.replace(' kg', '')))).toBeLessThan(0.06);
  await open(page, `${app.address}/`);
  const row = page.getByRole('listitem', { name: new RegExp(`^${code} `) });
  await expect(row.first()).toHaveAttribute('aria-label', new RegExp(`Margin ${slackWords(told.slackH)}$`));
  return told;
}

// That all screens read one stored figure is held by tests of the views; the screens themselves are tried by hand.
for (const boxes of process.env.KINDLY_ALL ? [1, 3] : [])
  test(`${boxes === 1 ? 'one box' : `${boxes} boxes`}: heading, Heat, Box and Bench tell the same, before and after hands`, async ({
    page,
  }) => {
    const code = codes[boxes === 1 ? 0 : 1]!;
    const first = await allAgree(page, code, boxes);
    await open(page, `${app.address}/consignments/${code}/heat`);
    const station = page.locator('[data-version]');
    const version = (await station.getAttribute('data-version'))!;
    await page.getByRole('button', { name: 'One 20 h heat pack more' }).click();
    await expect(station).not.toHaveAttribute('data-version', version, { timeout: 45_000 });
    const second = await allAgree(page, code, boxes);
    // A hot short pack is not nothing: what all tell is of the plan as it is now.
    expect(second).not.toEqual(first);
  });

test('three boxes: a bag dragged, a weight over the booked one caught, all papers printed, the sum told to the buyer', async ({
  page,
  request,
}) => {
  const code = codes[1]!;
  const at = (place: string): string => `${app.address}/consignments/${code}/${place}`;
  await open(page, at('box'));
  const station = page.locator('[data-version]').first();
  const changed = async (press: () => Promise<void>): Promise<void> => {
    const version = (await station.getAttribute('data-version'))!;
    await press();
    await expect(station).not.toHaveAttribute('data-version', version, { timeout: 45_000 });
  };
  // The last that was placed has room beside it.
  const bag = page.getByRole('button', { name: /^Bag \S+ at / }).last();
  const name = (await bag.getAttribute('aria-label'))!;
  await changed(async () => {
    const box = (await bag.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2 + 14, box.y + box.height / 2, { steps: 6 });
    await page.mouse.up();
  });
  const id = /^Bag (\S+) at/.exec(name)![1]!;
  await expect(page.getByRole('button', { name: new RegExp(`^Bag ${id} at .*put there by hand`) })).toBeVisible();
  // By keys it goes back to where the plan has it.
  await changed(async () => {
    await page.getByRole('button', { name: new RegExp(`^Bag ${id} at `) }).focus();
    await page.keyboard.press('Delete');
  });
  await expect(page.getByRole('button', { name, exact: true })).toBeVisible();

  const form = page.getByRole('form', { name: 'Freight and costs' });
  await changed(async () => {
    await form.getByLabel('Booked weight of box 1').fill('5');
    await form.getByLabel(/Discus, each/).fill('40');
    await form.getByLabel('Packing, a carton').fill('12');
    await form.getByRole('button', { name: 'Save and add up' }).click();
  });
  await form.getByLabel('Box 1 on the scale').fill('9.3');
  await form.getByRole('button', { name: 'Weighed' }).first().click();
  await expect(form).toContainText(/4\.30 kg over the 5\.00 kg booked. The counter may refuse it/);
  await expect(form).toContainText('What the buyer pays');
  await expect(form).toContainText('€560.00');

  await open(page, at('papers'));
  for (const kind of ['Bag labels', 'Box labels', 'Packing list', 'Acclimation card', 'Invoice for the buyer']) {
    const link = page.getByRole('link', { name: kind, exact: true });
    await link.click();
    await expect(link).toHaveAttribute('aria-current', 'page', { timeout: 30_000 });
    await expect(page.locator('.papersheet').first()).toBeVisible();
  }
  const pdf = await request.get(at('papers/pdf'));
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
  const text = await page.locator('main').innerText();
  expect(text).toMatch(/Amount due.*Packing.*Total/s);
});
