import { languageIds } from '@/core/consignment/languages';
import { cardOf, type CardData } from '@/core/card/data';
import { look, nothingTold, read, happened, type CardRecord } from '@/core/card/card-record';
import { cardLanes } from '@/core/card/lanes';
import { cardLanguages, stepText } from '@/core/card/words';
import { stepKey, stepKeys } from '@/core/card/words/words';
import { groupsIn } from '@/core/card/card-record';
import { closureKinds } from '@/core/catalogue/making';
import { signIds } from '@/core/consignment/signs';
import { withRelease } from '@/core/acclimation/release';
import { methodComparisons } from '@/server/arrive/methods';
import { tellSign } from '@/server/arrive/signs';
import { stationOf, type Station } from '@/server/consignment/station';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { recordEvent } from '@/server/pack/events';
import { houseInMemory } from '@/tests/house';
import { must, orderInput, readBag, readTank, said } from '@/tests/order';
import { setLanguage } from './change';
import { htmlCard, LARGEST_CARD } from './html-card';

/** The card is made in one house; what its receiver tells it is told to the application too, and both must say the same. */
let house: House;
let code: string;
let now = Date.parse('2026-11-25T12:00:00Z');
const station = (): Station => stationOf(house, code)!;
const made = async (): Promise<{ html: string; data: CardData }> => {
  const { html } = must(await htmlCard(station()));
  return { html, data: cardOf(/id="card">([^<]*)</.exec(html)![1]!) };
};
beforeAll(() => {
  house = houseInMemory(() => now);
  const o = orderInput(house);
  const line = (id: string, speciesId: string, count: number, tank: string) => ({
    ...o.lines[0]!,
    id,
    speciesId,
    count,
    tank,
  });
  code = must(
    saveOrder(house, { ...o, lines: [line('L1', 'lemon-tetra', 30, '7'), line('L2', 'guppy', 12, '9')] }),
  ).code;
});
afterAll(() => house.db.close());

test('one file under 300 kB, which asks nobody for anything and forbids itself to', async () => {
  const { html } = await made();
  expect(Buffer.byteLength(html)).toBeLessThan(LARGEST_CARD);
  const policy = /Content-Security-Policy" content="([^"]*)"/.exec(html)![1]!;
  expect(policy).toMatch(
    /^default-src 'none'; script-src 'sha256-[^']+'; style-src 'sha256-[^']+'; img-src data: blob:$/,
  );
  // Names of XML vocabularies are no addresses that anybody asks.
  const addresses = (html.match(/\b(?:https?|wss?):\/\/[^"'`\s)]+/g) ?? []).filter(
    (x) => !x.startsWith('http://www.w3.org/'),
  );
  expect(addresses).toEqual([]);
  expect(/<(?:link|img|iframe)\b|\bsrc=|@import|url\((?!data:)/.exec(html)?.[0]).toBeUndefined();
  expect(html.match(/<script[ >]/g)).toHaveLength(2);
});

test('many bags are still one small file', async () => {
  const o = orderInput(house);
  const many = must(
    saveOrder(house, {
      ...o,
      lines: [
        { ...o.lines[0]!, count: 500 },
        { ...o.lines[0]!, id: 'L2', speciesId: 'guppy', count: 300 },
      ],
    }),
  ).code;
  const { html } = must(await htmlCard(stationOf(house, many)!));
  expect(cardOf(/id="card">([^<]*)</.exec(html)![1]!).bags.length).toBeGreaterThan(40);
  expect(Buffer.byteLength(html)).toBeLessThan(LARGEST_CARD);
});

test('it speaks the language of the receiver’s papers, and is refused for what comes or has no bags', async () => {
  must(setLanguage(house, { code, version: station().base.version, language: 'es' }));
  const { html, data } = await made();
  expect(html).toContain('<html lang="es');
  expect(data.language).toBe('es');
  const o = orderInput(house);
  const coming = must(saveOrder(house, { ...o, direction: 'incoming' })).code;
  expect(said(await htmlCard(stationOf(house, coming)!))).toContain('is an arrival');
});

describe('what it computes', () => {
  const at = Date.parse('2026-11-27T10:00:00Z');
  /** The figures of every lane, as both tell them. */
  const figures = (lanes: ReturnType<typeof cardLanes> | ReturnType<typeof methodComparisons>) =>
    lanes.map((l) => ({
      bags: l.bagIds,
      path: l.path,
      order: l.recommendation.ranked.map((j) => j.course.id),
      minutes: l.recommendation.ranked.map((j) => j.course.transferAtMin),
    }));
  const numbers = (lanes: ReturnType<typeof cardLanes> | ReturnType<typeof methodComparisons>) =>
    lanes.flatMap((l) =>
      l.recommendation.ranked.flatMap(({ course: m, burden }) => [
        m.criterionMin,
        m.phStep,
        m.bufferStep,
        m.tempStepC,
        m.peakNh3MgNL * 10,
        m.leastOxygenKPa / 10,
        burden,
      ]),
    );
  const same = (data: CardData, told: CardRecord): void => {
    const s = station();
    const here = methodComparisons(house, s.c, s.e!, at);
    const there = cardLanes(data, told, at);
    expect(figures(there)).toEqual(figures(here));
    const [a, b] = [numbers(there), numbers(here)];
    expect(a.length).toBeGreaterThan(40);
    a.forEach((x, i) => expect(Math.abs(x - b[i]!)).toBeLessThan(0.02 + 0.01 * Math.abs(b[i]!)));
  };

  test('is what the application computes: as planned, and on what was measured, counted and seen', async () => {
    const { data } = await made();
    now = at;
    const [b0, b1] = data.bags as [CardData['bags'][number], CardData['bags'][number]];
    for (const [name, iso] of [
      ['sealedAt', '2026-11-26T17:00:00.000Z'],
      ['handedOverAt', '2026-11-26T19:00:00.000Z'],
    ] as const)
      must(recordEvent(house, code, name, iso));
    const sent = (await made()).data;
    same(sent, nothingTold('en'));
    // It is here; a bag is read, one has dead fish, a third lies on its side, the tank is another.
    // As planned: of a box that comes at another hour only this house knows what it stood in since.
    must(recordEvent(house, code, 'arrivedAt', new Date(sent.arriveMs).toISOString()));
    let told = happened(nothingTold('en'), 'arrived', sent.arriveMs, at);
    same(sent, told);
    must(readBag(house, code, b0.id, { tempC: 18.4, pH: 6.4, tanMgNL: 4 }));
    for (const [k, v] of [
      ['tempC', 18.4],
      ['pH', 6.4],
      ['tanMgNL', 4],
    ] as const)
      told = read(told, { kind: 'bag', id: b0.id }, k, v, at);
    same(sent, told);
    must(readBag(house, code, b1.id, { alive: b1.animals - 2, dead: 2 }));
    told = read(
      read(told, { kind: 'bag', id: b1.id }, 'alive', b1.animals - 2, at),
      { kind: 'bag', id: b1.id },
      'dead',
      2,
      at,
    );
    same(sent, told);
    const last = data.bags.at(-1)!.id;
    must(tellSign(house, { code, kind: 'bag', id: last, sign: 'side', on: true }, new Date(at).toISOString()));
    told = look(told, { kind: 'bag', id: last }, 'side', true, at);
    same(sent, told);
    must(readTank(house, code, 'Q', { tempC: 26.5, pH: 7.9, khDkh: 9 }));
    for (const [k, v] of [
      ['tempC', 26.5],
      ['pH', 7.9],
      ['khDkh', 9],
    ] as const)
      told = read(told, { kind: 'tank', id: 'Q' }, k, v, at);
    same(sent, told);
  });
});

describe('the words of six languages', () => {
  test.each(languageIds.filter((l) => l !== 'en'))(
    '%s: every sign, every step of every way, every caution',
    async (language) => {
      const { data } = await made();
      const [w, en] = [cardLanguages[language], cardLanguages.en];
      for (const s of signIds) {
        expect(w.signs[s].length).toBeGreaterThan(1);
        expect(w.so[s] !== undefined).toBe(en.so[s] !== undefined);
      }
      const lanes = cardLanes(data, nothingTold('en'), now);
      const used = new Set<string>();
      for (const lane of lanes)
        for (const course of lane.courses)
          for (const closure of closureKinds) {
            const ours = groupsIn(data.bags.filter((b) => lane.bagIds.includes(b.id)));
            // A dense lot is sampled, and corals are dipped.
            const coral = { ...ours[0]!, count: 60, species: { ...ours[0]!.species, kind: 'coral' as const } };
            const groups = [...ours, coral];
            for (const step of withRelease(course.steps, groups, { name: 'Q', residents: [] }, data.assumptions)) {
              const setting = {
                method: course.id,
                closure,
                waterL: lane.opened.waterL,
                salinity: lane.opened.salinity,
                tolerance: 'delicate' as const,
                tank: { name: 'Q', salinity: 0 },
                groups,
              };
              const [title, detail = '', caution = ''] = stepText(step, setting, language, data.assumptions);
              used.add(stepKey(step).key);
              expect(`${title} ${detail} ${caution}`).not.toMatch(/undefined|NaN|\[object/);
              expect(title.length).toBeGreaterThan(2);
              expect(title).not.toBe(step.title);
              // Whoever reads another language is warned where the English step warns.
              const english = stepText(step, setting, 'en', data.assumptions)[2] ?? '';
              if (english !== '' && step.key !== 'open') expect(caution).not.toBe('');
            }
          }
      // Every kind of step is told, and none is told that no way has.
      expect([...used].sort()).toEqual([...stepKeys].sort());
    },
  );
});
