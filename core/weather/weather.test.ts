import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { HOUR } from '@/core/quantities/time';
import { extremesOf, hourlyOf, midnightOf } from './days';
import { forecastFromRows } from './csv';
import { forecastAge, weatherSeries, spreadOf, weatherAt } from './forecast';
import { sunHours } from './sun';

const greenwich = { lat: 51.48, lon: 0, zone: 'Europe/London' };
const tromso = { lat: 69.65, lon: 18.96, zone: 'Europe/Oslo' };
const clock = (h: number): string => `${Math.floor(h)}:${String(Math.round((h % 1) * 60)).padStart(2, '0')}`;

describe('sunrise and sunset', () => {
  /**
   * Day length by the textbook formula (cos H = (sin −0.833° − sin φ sin δ)/(cos φ cos δ)), with Cooper's declination
   * 23.45° sin(360/365 (284 + n)): an independent, rougher way; both good to a few minutes at these latitudes.
   */
  const dayLengthH = (lat: number, n: number): number => {
    const rad = Math.PI / 180;
    const delta = 23.45 * rad * Math.sin((360 / 365) * (284 + n) * rad);
    const cos =
      (Math.sin(-0.833 * rad) - Math.sin(lat * rad) * Math.sin(delta)) / (Math.cos(lat * rad) * Math.cos(delta));
    return (2 * Math.acos(cos)) / (15 * rad);
  };
  test.each([
    ['2026-03-20', 79, 0],
    ['2026-06-21', 172, 40],
    ['2026-12-21', 355, 40],
    ['2026-12-21', 355, 55],
    ['2026-10-15', 288, -35],
  ])('length of the day on %s (day %i) at latitude %i as by the declination formula', (date, n, lat) => {
    const s = sunHours({ lat, lon: 0 }, Date.parse(`${date}T00:00:00Z`));
    expect(Math.abs(s.sunsetH - s.sunriseH - dayLengthH(lat, n))).toBeLessThan(0.15);
  });
  test('Greenwich at midsummer and midwinter, as almanacs print them (from memory, to five minutes)', () => {
    const june = sunHours(greenwich, midnightOf('2026-06-21', greenwich.zone));
    expect(Math.abs(june.sunriseH - (4 + 43 / 60))).toBeLessThan(5 / 60);
    expect(Math.abs(june.sunsetH - (21 + 21 / 60))).toBeLessThan(5 / 60);
    const december = sunHours(greenwich, midnightOf('2026-12-21', greenwich.zone));
    expect(Math.abs(december.sunriseH - (8 + 4 / 60))).toBeLessThan(5 / 60);
    expect(Math.abs(december.sunsetH - (15 + 53 / 60))).toBeLessThan(5 / 60);
  });
  test('where the sun does not rise or set there is still a curve to draw', () => {
    const dark = sunHours(tromso, midnightOf('2026-12-21', tromso.zone));
    const light = sunHours(tromso, midnightOf('2026-06-21', tromso.zone));
    expect(dark.sunsetH - dark.sunriseH).toBe(3);
    expect(light.sunsetH - light.sunriseH).toBe(20);
  });
  test('clocks that run far from the sun keep the day whole', () => {
    // Kashgar by the clock of Shanghai: noon stands near 15 o'clock.
    const s = sunHours({ lat: 39.5, lon: 76 }, midnightOf('2026-06-21', 'Asia/Shanghai'));
    expect(clock((s.sunriseH + s.sunsetH) / 2)).toMatch(/^(14:5|15:0)/);
  });
});

describe('days typed as minimum and maximum', () => {
  const days = [
    { date: '2026-11-24', minC: 2, maxC: 9 },
    { date: '2026-11-25', minC: -3, maxC: 4 },
    { date: '2026-11-26', minC: 0, maxC: 6 },
  ];
  test('become hours that reach the extremes of each day and no further', () => {
    const points = hourlyOf(days, greenwich);
    expect(points).toHaveLength(72);
    expect(points[0]!.at).toBe('2026-11-24T00:00:00.000Z');
    const back = extremesOf(points, greenwich.zone);
    // The warmest hour lies between two full hours; evenings may be colder than dawn when the next day is.
    back.forEach((d, i) => expect(Math.abs(d.maxC - days[i]!.maxC)).toBeLessThan(0.3));
    expect(Math.min(...points.map((p) => p.tempC))).toBeGreaterThanOrEqual(-3.5);
  });
  test('are coldest about dawn and warmest after noon', () => {
    const hours = hourlyOf(days, greenwich).slice(24, 48);
    const at = (best: (x: number, y: number) => boolean): number =>
      hours.reduce((m, p, i) => (best(p.tempC, hours[m]!.tempC) ? i : m), 0);
    expect(at((x, y) => x > y)).toBeGreaterThanOrEqual(12);
    expect(at((x, y) => x > y)).toBeLessThanOrEqual(15);
    expect(at((x, y) => x < y)).toBeGreaterThanOrEqual(5);
    expect(at((x, y) => x < y)).toBeLessThanOrEqual(9);
  });
  test('have 23 hours when clocks go forward and 25 when they go back, without a gap', () => {
    for (const [dates, hours] of [
      [['2026-03-28', '2026-03-29', '2026-03-30'], 71],
      [['2026-10-24', '2026-10-25', '2026-10-26'], 73],
    ] as const) {
      const points = hourlyOf(
        dates.map((date) => ({ date, minC: 4, maxC: 12 })),
        greenwich,
      );
      expect(points).toHaveLength(hours);
      points.slice(1).forEach((p, i) => {
        expect(Date.parse(p.at) - Date.parse(points[i]!.at)).toBe(HOUR);
        expect(Math.abs(p.tempC - points[i]!.tempC)).toBeLessThan(2.5);
      });
    }
  });
  test('gaps, crossed figures and an empty list are refused with the day', () => {
    expect(() => hourlyOf([days[0]!, days[2]!], greenwich)).toThrow('2026-11-26 does not follow 2026-11-24');
    expect(() => hourlyOf([{ ...days[0]!, minC: 10 }], greenwich)).toThrow('2026-11-24: the minimum is above');
    expect(() => hourlyOf([], greenwich)).toThrow(RangeError);
  });
  test('a day with fewer than half its hours is not told as a day', () => {
    const points = hourlyOf(days, greenwich).slice(15, 60);
    expect(extremesOf(points, greenwich.zone).map((d) => d.date)).toEqual(['2026-11-25', '2026-11-26']);
  });
});

describe('how far and how fresh', () => {
  test('beyond its ends a forecast repeats its day and says that it does', () => {
    const points = hourlyOf(
      [
        { date: '2026-11-24', minC: 0, maxC: 8 },
        { date: '2026-11-25', minC: 2, maxC: 10 },
      ],
      greenwich,
    );
    const forecast = {
      source: 'typed by hand',
      madeAt: '2026-11-24T08:00:00.000Z',
      shiftC: 0,
      places: [{ name: 'x', points }],
    };
    const series = weatherSeries(forecast, 'x')!;
    const inside = weatherAt(series, Date.parse('2026-11-25T14:00:00Z'));
    const beyond = weatherAt(series, Date.parse('2026-11-27T14:00:00Z'));
    expect(inside.covered).toBe(true);
    expect(beyond).toEqual({ tempC: inside.tempC, covered: false });
    expect(weatherSeries(forecast, 'y')).toBeNull();
  });
  test('age in words; old after a day', () => {
    const at = (h: number) => forecastAge('2026-11-24T08:00:00.000Z', Date.parse('2026-11-24T08:00:00Z') + h * HOUR, a);
    expect(at(0.4)).toMatchObject({ old: false, words: 'made just now' });
    expect(at(5)).toMatchObject({ old: false, words: 'made 5 h ago' });
    expect(at(25)).toMatchObject({ old: true, words: 'made 25 h ago' });
    expect(at(80)).toMatchObject({ old: true, words: '3 days old' });
    expect(at(-3)).toMatchObject({ hours: 0, old: false });
  });
});

describe('a forecast file that tells its own spread', () => {
  const read = (header: string, ...lines: string[]) =>
    forecastFromRows(
      [header, ...lines].map((l) => l.split(',')),
      { iso: '2026-11-24T00:00:00Z', source: 'file' },
    );
  const points = (r: ReturnType<typeof read>) => (r.ok ? r.value.places[0]!.points : []);
  const at = '2026-11-25T00:00Z';
  const next = '2026-11-25T01:00Z';
  test('by tenths: a normal spread of 2 °C has them 5.13 °C apart (tables of the normal distribution)', () => {
    const [p] = points(read('time,place,temp,p10,p90', `${at},Ulm,3,0.437,5.563`, `${next},Ulm,3,1,5`));
    expect(p).toMatchObject({ tempC: 3, spreadC: 2 });
  });
  test('by its runs: their mean is the temperature, their scatter the spread', () => {
    const [p] = points(read('time,place,run 1,run 2,run 3', `${at},Ulm,1,2,3`, `${next},Ulm,1,2,3`));
    expect(p).toMatchObject({ tempC: 2, spreadC: 1 });
  });
  test('by lowest and highest, in Fahrenheit too; crossed ends tell nothing', () => {
    const [p, q] = points(read('time,place,temp_f,min,max', `${at},Ulm,50,46.4,53.6`, `${next},Ulm,50,60,40`));
    expect(p).toMatchObject({ tempC: 10, spreadC: 1 });
    expect(q).toEqual({ at: '2026-11-25T01:00:00.000Z', tempC: 10 });
  });
  test('holds six hours about its points, and is nothing where it is not told', () => {
    const r = read('time,place,min,max', `${at},Ulm,0,4`, `${next},Ulm,0,8`);
    const of = spreadOf(r.ok ? r.value : (null as never), 'Ulm')!;
    expect(of(Date.parse(at))).toBe(1);
    expect(of(Date.parse('2026-11-25T05:00Z'))).toBe(2);
    expect(of(Date.parse('2026-11-25T09:00Z'))).toBeNull();
    expect(spreadOf(r.ok ? r.value : (null as never), 'Graz')).toBeNull();
  });
});
