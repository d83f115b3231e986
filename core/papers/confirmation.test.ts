import { catalogue } from '@/core/catalogue';
import { row } from '@/core/catalogue/row';
import type { Consignment } from '@/core/consignment/schema';
import { exampleConsignment } from '@/tests/example';
import { confirmation, paperText } from './confirmation';
import type { Paper } from './pages';

const c: Consignment = { ...exampleConsignment(), otherTanks: undefined, companions: undefined };
const first = { ...c.lines[0]!, into: undefined };
const paper = (change: Partial<Consignment> = {}, papers = ''): Paper =>
  confirmation(
    { ...c, lines: [first], bags: [], ...change },
    catalogue,
    'It leaves on Tuesday, since it is mild.',
    papers,
  );
const section = (p: Paper, heading: RegExp) => p.sections.find((s) => heading.test(s.heading))!;
const water = { tempC: 25, pH: 7.2, khDkh: 5, ghDgh: 8, salinity: 0, tanMgNL: 0 };

describe('the confirmation for the buyer', () => {
  test('says first what comes, when it leaves and when it is there', () => {
    const p = paper({ lines: [{ ...first, count: 12 }] });
    expect(p.title).toBe(`${c.code}: 12 animals for ${c.receiver.name}, ${c.receiver.place.name}`);
    expect(p.lead[0]).toBe('It leaves on Tuesday, since it is mild.');
    expect(p.lead[1]).toMatch(/^Delivery \w{3} \d+ \w{3}, \d\d:\d\d to \d\d:\d\d in /);
    expect(paper({ lines: [{ ...first, count: 1 }] }).title).toContain(': 1 animal for ');
  });

  test('hours are those of the receiver’s clock', () => {
    const window = { startAt: '2026-11-27T09:00:00.000Z', endAt: '2026-11-27T12:00:00.000Z' };
    const receiver = { ...c.receiver, place: { ...c.receiver.place, name: 'Tartu', zone: 'Europe/Tallinn' } };
    expect(paper({ window, receiver }).lead[1]).toMatch(/^Delivery Fri 27 Nov, 11:00 to 14:00 in Tartu/);
  });

  test('without a window it says when the box is opened', () => {
    expect(paper({ window: null }).lead[1]).toMatch(/^Opened /);
  });

  test('every line is told with its scientific name, its size, and what is known of it; nothing where nothing is', () => {
    const s = row(catalogue.species, first.speciesId, 'species');
    const said = (change: Partial<typeof first>): string =>
      section(paper({ lines: [{ ...first, count: 3, ...change }] }), /What you receive/).lines[0]!;
    expect(said({ lengthCm: 4, sex: 'pair', variety: 'Rio Preto', grade: 'A' })).toBe(
      `3 ${s.name} (${s.scientific})${first.size ? `, ${first.size}` : ''}, 4 cm, pair, Rio Preto, grade A`,
    );
    expect(said({ sex: 'unsexed', variety: undefined, grade: undefined })).not.toMatch(/unsexed|grade|, ,/);
  });

  test('item is told as that, not as an animal', () => {
    const companions = [
      { id: 'K1', kind: 'plant', name: 'Java fern', amount: '2', vessel: 'bag', weightKg: 0.1, boxId: null },
    ];
    const p = paper({ lines: [{ ...first, count: 3 }], companions: companions as Consignment['companions'] });
    expect(section(p, /What you receive/).lines.at(-1)).toBe('Also included: 2 Java fern');
    expect(p.title).toContain('3 animals');
  });

  test('the two waters stand side by side, hardness for fresh water and salinity for the sea', () => {
    const heads = (change: Partial<Consignment>): string[] =>
      section(paper(change), /two waters/).table!.map((r) => r[0]!);
    expect(heads({})).toContain('GH, °dGH');
    expect(heads({})).not.toContain('Salinity, g/kg');
    const sea = { ...water, salinity: 34, pH: 8.1 };
    const marine = { sourceWater: sea, waters: undefined, tank: { ...c.tank, ...sea, salinity: 33 } };
    expect(heads(marine)).toContain('Salinity, g/kg');
    expect(heads(marine)).not.toContain('GH, °dGH');
  });

  test('steps between the waters are told; waters that are alike are told to be', () => {
    const alike = paper({ sourceWater: water, waters: undefined, tank: { ...c.tank, ...water } });
    expect(section(alike, /two waters/).lines[0]).toMatch(/match. Transfer directly/);
    const { pH: _, ...guess } = water;
    const unsure = section(
      paper({ sourceWater: guess, waters: undefined, tank: { ...c.tank, ...water } }),
      /two waters/,
    );
    expect(unsure.lines.join(' ')).toMatch(/Not measured in our tank: pH\..*Where both were measured/);
    expect(unsure.table!.find((r) => r[0] === 'pH')![1]).toBe('not measured');
    // Who reads it is asked for what they did not tell; our figures never stand in their column.
    const untold = section(
      paper({ sourceWater: water, waters: undefined, tank: { name: 'Q', volumeL: 60 } }),
      /two waters/,
    );
    expect(untold.lines[0]).toMatch(/Not yet known for your tank: Temperature, pH, KH, GH\. Please measure it/);
    expect(untold.table!.slice(1).map((r) => r[2])).toEqual(Array(4).fill('not recorded yet'));
    const apart = paper({ sourceWater: water, waters: undefined, tank: { ...c.tank, ...water, pH: 8.2, tempC: 22 } });
    expect(section(apart, /two waters/).lines[0]).toMatch(/^Between them: .*25.* to 22.*pH 7\.2 to 8\.2/);
  });

  test('two receiving tanks have a table each, named; two lines of one way share theirs', () => {
    const otherTanks = [{ ...c.tank, name: 'R' }];
    const two = paper({ lines: [first, { ...first, id: 'L2', into: 'R' }], otherTanks });
    expect(two.sections.filter((s) => /two waters/.test(s.heading)).map((s) => s.heading)).toEqual([
      `The two waters, ${c.tank.name}`,
      'The two waters, R',
    ]);
    const one = paper({ lines: [first, { ...first, id: 'L2' }] });
    expect(one.sections.filter((s) => /two waters/.test(s.heading))).toHaveLength(1);
  });

  test('the kit is that of the trade; a refractometer only for the sea (common practice)', () => {
    const kit = (p: Paper): string => section(p, /Have ready/).lines.join(' ');
    expect(kit(paper())).toMatch(/pH test/);
    expect(kit(paper())).not.toMatch(/Refractometer/);
    const clown = { ...first, speciesId: 'ocellaris-clownfish' };
    expect(kit(paper({ lines: [clown] }))).toMatch(/Refractometer/);
  });

  test('cautions stand in it: hot packs, mains, medicines, a veterinarian', () => {
    const day = section(paper(), /The day before/).lines.join(' ');
    for (const word of [/hot/, /children/, /mains/, /local law/, /veterinarian/]) expect(day).toMatch(word);
  });

  test('both can be called, and one’s own papers end it', () => {
    const call = section(paper({}, 'Registered fish room.\nTerms by photograph.'), /Call/).lines;
    expect(call[0]).toContain(c.sender.name);
    expect(call[1]).toContain(c.receiver.name);
    expect(call.slice(2)).toEqual(['Registered fish room.', 'Terms by photograph.']);
    expect(section(paper(), /Call/).lines).toHaveLength(2);
  });

  test('as text nothing of it is lost', () => {
    const p = paper();
    const text = paperText(p).toLowerCase();
    for (const s of [p.title, ...p.lead, ...p.sections.flatMap((x) => [x.heading, ...x.lines])])
      expect(text).toContain(s.toLowerCase());
    for (const cell of section(p, /two waters/)
      .table!.flat()
      .filter(Boolean))
      expect(text).toContain(cell.toLowerCase());
  });
});
