import { catalogue as shipped } from '@/core/catalogue';
import { row } from '@/core/catalogue/row';
import { houseInMemory } from '@/tests/house';
import { addRecord, must, orderInput, said } from '@/tests/order';
import { likeSpecies, ownSpeciesSchema, sameSpecies, speciesOf } from '@/records/species';
import { exportConsignment, importConsignment } from '@/server/consignment/files';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { exportCsv, importCsv } from './csv';
import { archiveRecord, removeRecord, saveRecord, draftOfRecord } from './records';
import { addSpecies, speciesDraft, speciesList, speciesTemplates } from './species';
import { searchView } from './view';
import { kinds } from '@/records';

const now = Date.parse('2026-11-24T12:00:00Z');
let house: House;
beforeEach(() => (house = houseInMemory(() => now)));
afterEach(() => house.db.close());
const offered = () => house.shelves().offered.species;
const record = (id: string) => house.records.byId(id)!;

describe('species of one’s own', () => {
  test('a name nobody knows becomes a row like another in one step, and an order can be typed with it', () => {
    const made = must(addSpecies(house, 'Moonlit gourami', 'honey-gourami'));
    const like = row(shipped.species, 'honey-gourami', 'species');
    expect(made).toMatchObject({
      name: 'Moonlit gourami',
      temp: like.temp,
      flags: like.flags,
      tolerance: like.tolerance,
    });
    // The marks of the figures are those of the row they were taken from.
    expect(made.provenance).toMatchObject({ metabolismFactor: 'ours', fasting: 'practice' });
    const o = orderInput(house);
    const { code } = must(saveOrder(house, { ...o, lines: [{ ...o.lines[0]!, speciesId: made.id, variety: 'red' }] }));
    const c = house.consignments.byCode(code)!;
    expect(c.document.lines[0]).toMatchObject({ speciesId: made.id, variety: 'red' });
    expect(c.result!.bags.length).toBeGreaterThan(0);
    // The same name again is the same row.
    expect(must(addSpecies(house, 'moonlit GOURAMI', 'oscar')).id).toBe(made.id);
    expect(said(addSpecies(house, 'Another', 'no-such'))).toMatch(/Choose a similar species/);
  });

  test('its own figures decide: a plan follows a changed row, and the row in use cannot vanish', () => {
    const made = must(addSpecies(house, 'Moonlit gourami', 'honey-gourami'));
    const o = orderInput(house);
    const { code } = must(saveOrder(house, { ...o, lines: [{ ...o.lines[0]!, speciesId: made.id }] }));
    const before = house.consignments.byCode(code)!.result!.bags[0]!.safeH;
    const r = record(made.id);
    must(
      saveRecord(house, 'species', {
        id: made.id,
        version: r.version,
        draft: { ...draftOfRecord(kinds.species, r), metabolismFactor: '2.5', 'marks.metabolismFactor': 'measured' },
      }),
    );
    const after = house.consignments.byCode(code)!.result!.bags[0]!.safeH;
    expect(before).not.toBeNull();
    expect(after).toBeLessThan(before!);
    expect(offered().find((s) => s.id === made.id)!.provenance.metabolismFactor).toBe('measured');
    expect(must(removeRecord(house, made.id)).archived).toBe(true);
    expect(offered().some((s) => s.id === made.id)).toBe(false);
    expect(house.shelves().all.species.some((s) => s.id === made.id)).toBe(true);
  });

  test('is found by any part of any of its names, in any script', () => {
    const id = addRecord(house, 'species', {
      ...speciesDraft(house, 'honey-gourami'),
      name: 'Moonlit gourami',
      otherNames: 'ハニーグラミー, Księżycowy gurami',
    });
    for (const words of ['ハニー', 'ksiezyc', 'MOON gour', 'gurami'])
      expect(speciesList(house, words).map((x) => x.species.id)).toContain(id);
    expect(searchView(house, 'ksiezycowy').some((g) => g.title === 'Species')).toBe(true);
    expect(speciesList(house, 'zzz')).toEqual([]);
    expect(speciesList(house, '')[0]).toMatchObject({ own: true, species: { id } });
  });

  test('one’s own row outranks the catalogue’s of the same scientific name; both stay for old plans', () => {
    const id = addRecord(house, 'species', {
      ...speciesDraft(house, 'lemon-tetra'),
      name: 'Our lemon tetra',
      scientific: 'hyphessobrycon PULCHRIPINNIS',
      'temp.cold24C': '13',
    });
    expect(offered().map((s) => s.id)).toContain(id);
    expect(offered().map((s) => s.id)).not.toContain('lemon-tetra');
    expect(house.shelves().all.species.map((s) => s.id)).toContain('lemon-tetra');
    // Put away, the catalogue's is offered again.
    must(archiveRecord(house, id));
    expect(offered().map((s) => s.id)).toContain('lemon-tetra');
  });

  test('genera alone name no species', () => {
    expect(sameSpecies({ scientific: 'Zoanthus sp.' }, { scientific: 'Zoanthus sp.' })).toBe(false);
    expect(sameSpecies({ scientific: '' }, { scientific: '' })).toBe(false);
  });

  test('temperatures that do not rise in their order are refused at their field', () => {
    const draft = { ...speciesDraft(house, 'lemon-tetra'), name: 'X', 'temp.easeMinC': '26' };
    const r = saveRecord(house, 'species', { id: null, version: null, draft });
    expect(r.ok ? '' : r.problems[0]).toMatchObject({
      path: 'temp.easeMinC',
      message: expect.stringMatching(/low to high/) as string,
    });
  });

  test('a list of them is written and read again without a change', () => {
    must(addSpecies(house, 'Moonlit gourami', 'honey-gourami'));
    must(addSpecies(house, 'Cave catfish', 'bronze-cory'));
    const text = exportCsv(house, 'species');
    const again = must(importCsv(house, 'species', { text, mapping: null, commit: false }));
    expect(again).toMatchObject({ same: 2, added: 0, changed: 0, problems: [] });
    const other = houseInMemory(() => now);
    expect(must(importCsv(other, 'species', { text, mapping: null, commit: true }))).toMatchObject({
      added: 2,
      problems: [],
    });
    expect(exportCsv(other, 'species')).toBe(text);
    other.db.close();
  });

  test('a file takes its own species along to a house that has them not', () => {
    const made = must(addSpecies(house, 'Moonlit gourami', 'honey-gourami'));
    const o = orderInput(house);
    const { code } = must(saveOrder(house, { ...o, lines: [{ ...o.lines[0]!, speciesId: made.id }] }));
    const other = houseInMemory(() => now);
    must(importConsignment(other, must(exportConsignment(house, code)).text, 'ask'));
    expect(other.consignments.byCode(code)!.result!.bags.length).toBeGreaterThan(0);
    other.db.close();
  });

  test('every class is a beginning that a name completes', () => {
    const templates = speciesTemplates(house);
    expect(templates.length).toBeGreaterThanOrEqual(12);
    for (const t of templates)
      must(saveRecord(house, 'species', { id: null, version: null, draft: { ...t.draft, name: `One of ${t.name}` } }));
  });
});

describe('the catalogue', () => {
  test('every shipped row could be a row of one’s own, and comes out as it went in', () => {
    for (const s of shipped.species) {
      const own = ownSpeciesSchema.parse({
        ...likeSpecies(s.name, s),
        ...(s.scientific ? { scientific: s.scientific } : {}),
      });
      const { provenance, flags, ...back } = speciesOf(s.id, own);
      const { provenance: _p, flags: _f, ...given } = s;
      expect(back).toEqual(given);
      expect(new Set(flags)).toEqual(new Set(s.flags));
      expect(provenance.other).toBe('memory');
    }
  });

  test('no two rows share a name or an id, and every one carries its marks', () => {
    const ids = shipped.species.map((s) => s.id);
    expect(new Set(ids).size).toBe(ids.length);
    const names = shipped.species.map((s) => s.name.toLowerCase());
    expect(new Set(names).size).toBe(names.length);
    for (const s of shipped.species) expect(['memory', 'practice', 'ours']).toContain(s.provenance.other);
  });
});
