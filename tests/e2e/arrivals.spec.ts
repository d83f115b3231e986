import { expect, test, type Page } from '@playwright/test';
import sharp from 'sharp';
import { Application, inaccessible, open } from './server';
import { held } from './wire';

/**
 * Ways of receiving, each from "a box has come" to a finished arrival: what the numbers recommend, and what hands then do.
 * Tests of what can be done, invented for that. In full where `KINDLY_ALL` is set; else the ones named `always`.
 */
interface Arrival {
  name: string;
  always?: boolean;
  way: string;
  animals: [species: string, count: number][];
  tank: string;
  hours?: string;
  /** Read of every bag, and of the tank, by the label of its field. */
  bag?: Record<string, string>;
  water?: Record<string, string>;
  /** Seen through the film of the first bag. */
  seen?: string[];
  /** Figures and switches of "How it is done here". */
  here?: Record<string, string | true>;
  /** What may come first; the second where waters weigh the same. */
  advised: RegExp;
  /** Another way that its practitioner takes. */
  take?: string;
  /** Words that the run has to say somewhere on its way. */
  says?: RegExp[];
  /** Where they live afterwards. */
  home?: 'quarantine' | 'there';
  lanes?: number;
}

const hardTap = { Temperature: '25', pH: '7.6', KH: '7', GH: '12' };
const reef = { Temperature: '25.5', pH: '8.1', KH: '7.5', Salinity: '35' };

const arrivals: Arrival[] = [
  {
    name: 'a bag from a shop nearby',
    way: 'Bought nearby, about an hour ago',
    animals: [['Zebra danio', 6]],
    tank: 'Ward',
    hours: '0.7',
    bag: { Temperature: '24', pH: '7.3' },
    water: hardTap,
    advised: /^Float, then net$/,
    home: 'there',
  },
  {
    name: 'a posted cool-water fish',
    way: 'Box by courier or air',
    animals: [['Weather loach', 1]],
    tank: 'Tub',
    hours: '46',
    bag: { Temperature: '14.5', pH: '6.7' },
    water: { Temperature: '17', pH: '7.5', KH: '8', GH: '11' },
    advised: /^Float, then net$/,
    home: 'there',
  },
  {
    name: 'a large pond fish',
    way: 'Box by courier or air',
    animals: [['Golden orfe', 1]],
    tank: 'Tub',
    hours: '30',
    bag: { Temperature: '13', pH: '6.6' },
    water: { Temperature: '16', pH: '7.7', KH: '9' },
    advised: /across|scoop/,
    says: [/They jump: a lid/],
    home: 'quarantine',
  },
  {
    name: 'a reef fish by drip in nested vessels',
    way: 'Box by courier or air',
    animals: [['Pajama cardinalfish', 1]],
    tank: 'Lagoon',
    hours: '34',
    bag: { Temperature: '23.5', pH: '7.2', Salinity: '1.024 SG' },
    water: reef,
    here: { 'Overflows into a second container': true, 'Drip doubles the water in': '40' },
    advised: /./,
    take: 'Slow drip',
    says: [/skimmer and top-off off/, /vessel within a vessel/i, /Drips slow down/, /salt water mixed ahead/],
    home: 'quarantine',
  },
  {
    name: 'reef fish by cups',
    way: 'Box by courier or air',
    animals: [
      ['Neon goby', 2],
      ['Chalk bass', 1],
    ],
    tank: 'Lagoon',
    hours: '20',
    bag: { Temperature: '24', pH: '7.5', Salinity: '33' },
    water: reef,
    here: { 'A cup holds': '0.2', 'Cups per round': '3' },
    advised: /./,
    take: 'Cups of tank water',
    says: [/A cup of 200 mL/],
    home: 'there',
    lanes: 2,
  },
  {
    name: 'shrimp for another hardness, with a stowaway',
    way: 'Box by courier or air',
    animals: [['Amano shrimp', 12]],
    tank: 'Ward',
    hours: '26',
    bag: { Temperature: '22', pH: '7.2', GH: '5', KH: '4', Ammonia: '0.6' },
    water: { Temperature: '23', pH: '7.5', GH: '13', KH: '5' },
    seen: ['a stowaway'],
    advised: /^Slow drip$/,
    says: [/walk out/],
    home: 'there',
  },
  {
    name: 'crabs and snails of the sea',
    way: 'Box by courier or air',
    animals: [
      ['Scarlet hermit crab', 4],
      ['Trochus snail', 5],
    ],
    tank: 'Lagoon',
    hours: '22',
    bag: { Temperature: '23', Salinity: '31' },
    water: reef,
    advised: /drip|cups|Match/i,
    says: [/right way up/],
    home: 'there',
    lanes: 2,
  },
  {
    name: 'dense bags under air stones, more than twenty',
    way: 'Box by courier or air',
    animals: [['Gold barb', 900]],
    tank: 'Pond',
    hours: '30',
    bag: { Temperature: '23', pH: '6.3', Ammonia: '12' },
    water: hardTap,
    advised: /./,
    take: 'Air stone and dilute',
    says: [/stream of bubbles/],
    home: 'quarantine',
  },
  {
    name: 'a hardy sleeper straight in',
    way: 'Box by courier or air',
    animals: [['Empire gudgeon', 1]],
    tank: 'Ward',
    hours: '50',
    bag: { Temperature: '20', pH: '6.6' },
    water: { Temperature: '22', pH: '7.4' },
    advised: /./,
    take: 'Direct transfer',
    home: 'there',
  },
  {
    name: 'sea fish into their own quarantine, by pinhole and match',
    always: true,
    way: 'Box by courier or air',
    animals: [['Clark’s clownfish', 2]],
    tank: 'Bare',
    hours: '28',
    bag: { Temperature: '24', pH: '7.6', Salinity: '28' },
    water: { ...reef, pH: '8.0' },
    advised: /^Match the tank, then net$/,
    says: [/Take out 12 of its 60 L/],
    home: 'quarantine',
  },
  {
    name: 'small ones among big ones',
    way: 'Bought nearby, about an hour ago',
    animals: [['Firemouth cichlid', 3]],
    tank: 'Lodge',
    hours: '1',
    bag: { Temperature: '25', pH: '7.4' },
    water: hardTap,
    advised: /^Float, then net$/,
    says: [/much shorter than the Oscar/, /Feed those in Lodge/],
    home: 'there',
  },
  {
    name: 'a parcel of a stranger, with nothing known but the species',
    way: 'Box by courier or air',
    animals: [['Pearl danio', 5]],
    tank: 'Ward',
    advised: /./,
    seen: ['on its side'],
    says: [/on the label, into Ward/],
    home: 'quarantine',
  },
];

const app = new Application(3435, { KINDLY_FROM: '2026-11-27T10:00:00Z' });
const tanks: [string, number, string][] = [
  ['Ward', 60, 'quarantine'],
  ['Bare', 60, 'quarantine'],
  ['Lagoon', 300, 'display'],
  ['Tub', 400, 'quarantine'],
  ['Pond', 4000, 'stock'],
  ['Lodge', 300, 'display'],
];

test.beforeAll(async () => {
  app.prepare(false);
  app.seed('tests/e2e/seed-tanks.ts', JSON.stringify(tanks));
  await app.start();
});
test.afterAll(() => app.end());

/** Hands that count what they do, up to the first running timer. */
class Hands {
  count = 0;
  constructor(readonly page: Page) {}
  press = async (name: string | RegExp, exact = false): Promise<void> => {
    this.count++;
    await this.page.getByRole('button', { name, exact }).first().click();
  };
  type = async (scope: string, label: string, text: string): Promise<void> => {
    this.count++;
    await this.page.locator(`fieldset:has(legend:text-is("${scope}"))`).getByLabel(label, { exact: true }).fill(text);
  };
}

async function comes(h: Hands, a: Arrival): Promise<void> {
  const { page } = h;
  await open(page, `${app.address}/arrivals/new`);
  await h.press(a.way);
  for (let i = 1; i < a.animals.length; i++) await h.press('Another kind');
  for (const [i, [species, count]] of a.animals.entries()) {
    const n = a.animals.length > 1 ? ` ${i + 1}` : '';
    const field = page.getByRole('combobox', { name: `Animals${n}`, exact: true });
    h.count += 2;
    await field.fill(species);
    await page
      .getByRole('option', { name: new RegExp(`^${species}`) })
      .first()
      .click();
    h.count++;
    await page.getByLabel(`How many${n}`, { exact: true }).fill(String(count));
  }
  h.count++;
  await page.getByLabel('Into tank').selectOption({
    label: await page
      .locator('option', { hasText: new RegExp(`^${a.tank},`) })
      .first()
      .innerText(),
  });
  if (a.hours) {
    h.count++;
    await page.getByLabel('Hours in the bag, if known').fill(a.hours);
  }
  await h.press('Box is here');
  await page.waitForURL(/\/consignments\/KC-\d+\/receive$/, { timeout: 60_000 });
  await page.getByRole('form', { name: 'Arrival readings' }).waitFor();
}

async function reads(h: Hands, a: Arrival): Promise<void> {
  const { page } = h;
  await h.press('Looked at every bag: all alive');
  const more = Object.keys({ ...a.bag }).some((k) => ['GH', 'KH', 'Ammonia'].includes(k));
  if (more) await h.press('More figures');
  // Of many bags that look alike one is measured.
  const bags = await page.locator('fieldset legend', { hasText: /^Bag / }).allInnerTexts();
  for (const bag of bags.slice(0, a.animals.length > 1 ? bags.length : 3))
    for (const [label, text] of Object.entries(a.bag ?? {})) await h.type(bag, label, text);
  for (const [label, text] of Object.entries(a.water ?? {})) await h.type(`Tank ${a.tank}`, label, text);
  await h.press('Save and compare');
  await expect(page.getByRole('form', { name: 'Arrival readings' })).toHaveCount(0);
  await expect(page.getByTestId('taking')).toHaveCount(0);
  for (const sign of a.seen ?? []) {
    const look = page
      .locator('details[data-of]')
      .filter({ hasNot: page.getByText('packs still warm') })
      .first();
    await look.locator('summary').click();
    await look.getByRole('button', { name: sign, exact: true }).click();
    await expect(look.getByRole('listitem')).toHaveCount(1);
    await expect(page.getByTestId('taking')).toHaveCount(0);
  }
}

/** Presses a run to its end; what it said on the way. */
async function runs(page: Page, lanes: number): Promise<string> {
  let said = '';
  const all = page.locator('section[aria-label^="Bags"]');
  await expect(all).toHaveCount(lanes);
  for (let i = 0; i < 400; i++) {
    const open = all.filter({ has: page.getByRole('button', { name: /^(Continue without waiting|Done: )/ }) }).first();
    if ((await open.count()) === 0) break;
    const pressed = Number(await open.getAttribute('data-presses'));
    const of = (await open.getAttribute('data-of'))!;
    said += `${await open.innerText()}\n`;
    const lane = page.locator(`section[data-of="${of}"]`);
    await lane.getByRole('button', { name: /^(Continue without waiting|Done: )/ }).click();
    await expect(lane).toHaveAttribute('data-presses', String(pressed + 1));
  }
  return said;
}

for (const a of arrivals.filter((x) => x.always || process.env.KINDLY_ALL))
  test(`arrival: ${a.name}`, async ({ page }) => {
    const h = new Hands(page);
    await comes(h, a);
    await reads(h, a);
    if (a.here) {
      await page.getByText('How you do it, and what you have').click();
      for (const [label, v] of Object.entries(a.here))
        await (v === true
          ? page.getByRole('button', { name: label }).click()
          : page.getByLabel(label, { exact: true }).fill(v));
      // What would change is told before it is kept.
      await expect(page.getByRole('columnheader', { name: 'Then' })).toBeVisible();
      await page.getByRole('button', { name: 'Use for this arrival' }).click();
      await expect(page.getByRole('button', { name: 'Use for this arrival' })).toHaveCount(0);
    }
    const best = page.locator('article h3').first();
    await expect(best).toContainText(/Recommended|Either is fine/);
    const name = (await best.innerText()).replace(/Recommended|Either is fine/, '').trim();
    expect(name).toMatch(a.advised);
    const lanes = page.getByRole('group', { name: 'Bags' }).getByRole('button');
    const n = Math.max(1, await lanes.count());
    if (a.lanes) expect(n).toBe(a.lanes);
    const receive = page.url();
    for (let i = 0; i < n; i++) {
      if (i > 0) {
        await open(page, receive);
        await lanes.nth(i).click();
      }
      const way = a.take ?? (i === 0 ? name : null);
      const card = page
        .locator('article, tr')
        .filter({ has: page.getByRole('heading', { name: way ?? /./ }) })
        .first();
      await card.getByRole('button', { name: /^(Start|Use)/ }).click();
      h.count++;
      await page.waitForURL(/\/run$/);
      if (i === 0) {
        await page.locator('section[aria-label^="Bags"]').first().waitFor();
        if (n === 1 && !a.here) expect(h.count).toBeLessThanOrEqual(25);
      }
    }
    const said = await runs(page, n);
    for (const words of a.says ?? []) expect(said).toMatch(words);
    await open(page, receive);
    const end = page.getByRole('region', { name: 'The arrival' });
    await expect(end.getByRole('heading', { name: 'All transferred' })).toBeVisible();
    if (a.always) {
      await page.getByText('What arrived, and how to open it').click();
      await page.getByText('How you do it, and what you have').click();
      expect(await inaccessible(page)).toEqual([]);
    }
    await end
      .getByRole('button', { name: a.home === 'quarantine' ? /^Start quarantine/ : 'They stay there' })
      .first()
      .click();
    const finish = end.getByRole('button', { name: 'Finish the arrival' });
    await expect(finish).toBeEnabled();
    await finish.click();
    await expect(end.getByRole('heading', { name: 'Finished' })).toBeVisible();
    const code = /KC-\d+/.exec(receive)![0];
    await open(page, app.address);
    await expect(page.getByText(`Finish the arrival of ${code}`)).toHaveCount(0);
    await expect(page.getByText(`${code} is here`)).toHaveCount(0);
  });

if (process.env.KINDLY_ALL) {
  test('six bags of two kinds, every one measured: at most forty interactions to the first running timer', async ({
    page,
  }) => {
    const six: Arrival = {
      name: 'six bags',
      way: 'Box by courier or air',
      animals: [
        ['Zebra danio', 45],
        ['Pearl danio', 45],
      ],
      tank: 'Ward',
      hours: '28',
      bag: { Temperature: '21', pH: '6.8' },
      water: { Temperature: '24', pH: '7.4', KH: '5' },
      advised: /./,
    };
    const h = new Hands(page);
    await comes(h, six);
    const bags = await page.locator('fieldset legend', { hasText: /^Bag / }).count();
    expect(bags).toBeGreaterThanOrEqual(6);
    await reads(h, six);
    await page
      .locator('article')
      .first()
      .getByRole('button', { name: /^(Start|Use)/ })
      .click();
    h.count++;
    await page.waitForURL(/\/run$/);
    // More bags than six cost two figures each.
    expect(h.count - 2 * (bags - 6)).toBeLessThanOrEqual(40);
  });

  test('the server is gone for half an hour in mid-run: the timer ends and calls, and the presses arrive after', async ({
    page,
  }) => {
    await page.clock.install({ time: new Date('2026-11-27T10:00:00Z') });
    const h = new Hands(page);
    const picture = await sharp({ create: { width: 2400, height: 1200, channels: 3, background: '#2E7C9E' } })
      .jpeg()
      .toBuffer();
    const one: Arrival = {
      name: 'one bag',
      way: 'Bought nearby, about an hour ago',
      animals: [['Zebra danio', 6]],
      tank: 'Bare',
      hours: '1',
      bag: { Temperature: '24', pH: '7.3' },
      water: hardTap,
      advised: /./,
    };
    await comes(h, one);
    // A picture waits on the phone while the network is gone.
    await page.route('**/photos?**', (r) => r.abort());
    const camera = page.getByLabel('Photograph bag A1');
    await camera.setInputFiles({ name: 'a.jpg', mimeType: 'image/jpeg', buffer: picture });
    await expect(page.getByText('1, 1 waiting')).toBeVisible();
    await page.unroute('**/photos?**');
    await page.clock.fastForward('00:10');
    await expect(page.getByText('1 kept')).toBeVisible();
    await reads(h, one);
    await page
      .locator('article')
      .filter({ has: page.getByRole('heading', { name: /Float, then net/ }) })
      .first()
      .getByRole('button', { name: /^(Start|Use)/ })
      .click();
    await page.waitForURL(/\/run$/);
    const lane = page.locator('section[aria-label^="Bags"]').first();
    await lane.getByRole('button', { name: /^Done: (lights off|feed)/ }).click();
    await lane.getByRole('button', { name: 'Done: float the closed bags' }).click();
    await expect(lane.getByTestId('timer')).toHaveText(/\d\d:\d\d/);
    await expect.poll(() => held(page)).toBe(0);
    await app.kill();
    await page.clock.fastForward('30:00');
    const opens = lane.getByRole('button', { name: /^Done: open the bag/ });
    await expect(opens).toBeVisible();
    await opens.click();
    await lane.getByRole('button', { name: /^Done: / }).click();
    expect(await held(page)).toBe(2);
    const back = new Application(3435, { KINDLY_FROM: '2026-11-27T10:45:00Z' }, app.folder);
    await back.start();
    await page.clock.fastForward('01:00');
    await expect.poll(() => held(page), { timeout: 30_000 }).toBe(0);
    await expect(page.getByRole('alert').filter({ hasText: 'Not done' })).toHaveCount(0);
    await page.reload();
    await expect(lane).toHaveAttribute('data-presses', '4');
    await back.kill();
  });
}
