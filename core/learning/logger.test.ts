import { againstJourney, openLogger, readLogger, type LoggerFile, type LoggerMapping } from './logger';

const opened = (text: string): LoggerFile => {
  const r = openLogger(text);
  if (!r.ok) throw new Error(r.why);
  return r.value;
};
const read = (text: string, over: Partial<LoggerMapping> = {}) => {
  const f = opened(text);
  return readLogger(f, { ...f.guess, zone: 'Europe/Lisbon', ...over });
};
const points = (text: string, over: Partial<LoggerMapping> = {}): [string, number][] => {
  const r = read(text, over);
  if (!r.ok) throw new Error(r.why);
  return r.value.points.map(([ms, c]) => [new Date(ms).toISOString(), c]);
};

describe('files of loggers', () => {
  test('a head of words, numbered lines and a second column of moisture are seen for what they are', () => {
    const text =
      'Serial;KD-0042\nNote;tonight\nNo.;Time;Temp (°C);Humidity %\n1;24.11.2026 18:00:00;21,5;80\n2;24.11.2026 18:10:00;21,4;81\n3;24.11.2026 18:20:00;21,2;81\n';
    expect(opened(text).guess).toEqual({ time: 1, clock: null, temp: 2, unit: 'C', order: 'dmy' });
    expect(points(text)[0]).toEqual(['2026-11-24T18:00:00.000Z', 21.5]);
  });
  test('°F, half days, and months before days', () => {
    const text = 'Date,Clock,Fahrenheit\n11/24/2026,6:05 PM,70.7\n11/25/2026,12:10 AM,68.0\n';
    expect(opened(text).guess).toEqual({ time: 0, clock: 1, temp: 2, unit: 'F', order: 'mdy' });
    expect(points(text)).toEqual([
      ['2026-11-24T18:05:00.000Z', 21.5],
      ['2026-11-25T00:10:00.000Z', 20],
    ]);
  });
  test('a decimal comma parts no columns, also where a line holds one only', () => {
    expect(points('Logger 7\nTime;Temp F\n2026-02-23 00:00;68,0\n2026-02-23 01:00;66,2\n')).toEqual([
      ['2026-02-23T00:00:00.000Z', 20],
      ['2026-02-23T01:00:00.000Z', 19],
    ]);
  });
  test('without a word for it, figures that no box can have are degrees Fahrenheit', () => {
    expect(opened('when,value\n2026-11-24 10:00,71\n2026-11-24 11:00,70\n').guess.unit).toBe('F');
  });
  test('the zone of its clock counts, and the night on which clocks change has its hour twice', () => {
    const text = 'time,temp\n2026-10-25 00:30,20\n2026-10-25 03:30,19\n';
    const [a, b] = points(text, { zone: 'Europe/Berlin' });
    expect((Date.parse(b![0]) - Date.parse(a![0])) / 3600_000).toBe(4);
    expect(points('time,temp\n2026-10-25T00:30:00Z,20\n', { zone: 'Asia/Tokyo' })[0]![0]).toBe(
      '2026-10-25T00:30:00.000Z',
    );
    expect(points('epoch,temp\n1795543200,20\n')[0]![0]).toBe(new Date(1795543200_000).toISOString());
  });
  test('days and months that could be either are said to be so', () => {
    expect(opened('time,temp\n03/04/2026 10:00,20\n03/04/2026 11:00,20\n').unsureOrder).toBe(true);
    expect(opened('time,temp\n13/04/2026 10:00,20\n').unsureOrder).toBe(false);
  });
  test('lines that tell nothing are named, gaps are told, and a figure that cannot be is left out', () => {
    const r = read(
      'time,temp\n2026-11-24 10:00,20\n2026-11-24 10:10,---\n2026-11-24 10:20,20\n2026-11-24 10:30,85\n2026-11-24 15:00,19\n2026-11-24 15:10,19\n',
    );
    expect(r.ok && r.value.problems).toEqual(['Line 3: no temperature.', 'Line 5: 85 °C cannot be.']);
    expect(r.ok && r.value.notes).toEqual(['A gap, the longest of 4.7 h: no data there.']);
  });
  test('two loggers in one file are refused by the line where time goes back; two sensors are told', () => {
    const r = read('time,temp\n2026-11-24 10:00,20\n2026-11-24 11:00,20\n2026-11-24 10:00,12\n');
    expect(r).toEqual({ ok: false, why: expect.stringContaining('line 4') });
    const two = read('time,inside °C,outside °C\n2026-11-24 10:00,20,3\n2026-11-24 11:00,20,2\n');
    expect(two.ok && two.value.notes[0]).toContain('outside °C');
  });
  test('what is no file of a logger is said to be none', () => {
    expect(openLogger('hello')).toEqual({ ok: false, why: expect.stringContaining('CSV') });
    expect(openLogger('')).toEqual({ ok: false, why: expect.any(String) });
    expect(openLogger('date,word\n2026-11-24 10:00,warm\n').ok).toBe(false);
  });
});

describe('readings beside a journey', () => {
  const closedMs = Date.UTC(2026, 10, 24, 18);
  const openedMs = closedMs + 40 * 3600_000;
  const from = (h: number, n: number): [number, number][] =>
    Array.from({ length: n }, (_, i) => [closedMs + (h + i) * 3600_000, 20]);
  test('a logger that begins late or ends early is said to', () => {
    expect(againstJourney(from(-1, 44), { closedMs, openedMs })).toEqual({ notes: [], shiftH: null });
    expect(againstJourney(from(3, 38), { closedMs, openedMs }).notes).toEqual([
      'It begins 3.0 h after the box was closed; earlier data are missing.',
    ]);
    expect(againstJourney(from(0, 20), { closedMs, openedMs }).notes[0]).toMatch(/ends 21.0 h before/);
  });
  test('one whose clock was in another zone is asked about, with the hours it would take', () => {
    const short = { closedMs, openedMs: closedMs + 8 * 3600_000 };
    const r = againstJourney(from(9, 9), short);
    expect(r.shiftH).toBe(-9);
    expect(r.notes[0]).toMatch(/time zone/);
  });
});
