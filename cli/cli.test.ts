import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { runCli } from '@/tests/program';

/** The commands as a person runs them; each is a program of its own, so there are few of these. */
const folder = mkdtempSync(path.join(os.tmpdir(), 'kindly-cli-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function kindly(...args: string[]): { code: number | null; out: string; err: string } {
  const r = runCli(args);
  return { code: r.status, out: r.stdout, err: r.stderr };
}
const put = (name: string, text: string): string => {
  const file = path.join(folder, name);
  writeFileSync(file, text);
  return file;
};
const example = 'examples/cool-water-by-car-in-heat.json';

describe('simulate', () => {
  test('writes every curve with its unit, the odds, and every assumption beside its default', () => {
    const r = kindly('simulate', example, '--json', '--draws', '20');
    expect(r.code).toBe(0);
    const j = JSON.parse(r.out) as {
      bags: Record<string, number[]>[];
      boxes: Record<string, number[]>[];
      ambientC: number[];
      risk: { draws: number };
      assumptions: Record<string, { used: number; default: number; why: string }>;
    };
    expect(j.risk.draws).toBe(20);
    for (const key of ['tempC', 'oxygenKPa', 'co2MgL', 'pH', 'tanMgNL', 'nh3MgNL', 'gasL'])
      expect(j.bags[0]![key]!.length).toBe(j.ambientC.length);
    expect(j.boxes[0]!.airC!.length).toBe(j.ambientC.length);
    expect(Object.keys(j.assumptions).length).toBeGreaterThan(150);
    for (const row of Object.values(j.assumptions)) expect(row.used).toBe(row.default);
  });
  test('another forecast changes the answer; a death is told by its bag', () => {
    const c = JSON.parse(readFileSync(example, 'utf8')) as { forecast: { shiftC: number } };
    const cold = put('cold.json', JSON.stringify({ ...c.forecast, shiftC: -12 }));
    const summary = (...more: string[]): string => kindly('simulate', example, ...more).out;
    expect(summary('--forecast', cold)).not.toBe(summary());
    expect(kindly('simulate', example, '--death', 'Z9@3').err).toMatch(/There is no bag "Z9"/);
  });
  test('what is wrong is said by file and field, and the exit code tells', () => {
    const c = JSON.parse(readFileSync(example, 'utf8')) as { bags: { waterL: number }[] };
    c.bags[0]!.waterL = -2;
    const bad = kindly('simulate', put('bad.json', JSON.stringify(c)));
    expect(bad.code).toBe(1);
    expect(bad.err).toMatch(/bags\.0\.waterL: Water must be at least/);
    expect(kindly('simulate', put('broken.json', '{')).err).toMatch(/is not a JSON file/);
    expect(kindly('simulate', put('huge.json', 'x'.repeat(4_000_000))).err).toMatch(/the limit is 3 MB/);
    expect(kindly('simulate', path.join(folder, 'none.json')).err).toMatch(/There is no file/);
  });
});

describe('plan', () => {
  test('ranks packs, bags and days, each with a reason; the best is recommended', () => {
    const r = kindly('plan', example, '--draws', '10', '--days', '3', '--json');
    expect(r.code).toBe(0);
    const j = JSON.parse(r.out) as {
      packs: Record<string, { name: string; reason: string }[]>;
      bagPlans: Record<string, { chance: number; reason: string }[]>;
      days: { verdict: string; reason: string }[];
    };
    expect(Object.values(j.packs)[0]!.length).toBeGreaterThan(5);
    expect(j.days.length).toBe(15);
    for (const x of [...Object.values(j.packs).flat(), ...Object.values(j.bagPlans).flat(), ...j.days])
      expect(x.reason.length).toBeGreaterThan(15);
  });
  test('a number of draws that is none, and a broken calendar, are refused', () => {
    expect(kindly('plan', example, '--draws', 'many').err).toMatch(/not a number of runs/);
    const calendar = put(
      'calendar.json',
      '{"holidays": [{"date": "soon", "name": "x", "place": "y"}], "embargoes": []}',
    );
    expect(kindly('plan', example, '--calendar', calendar).err).toMatch(/holidays\.0\.date/);
  });
});

describe('check', () => {
  test('says passed or failed per case and sums up; a failed case fails the command', () => {
    const good = kindly('check', 'tests/reference/bag.json');
    expect(good.code).toBe(0);
    expect(good.out.trim().split('\n').pop()).toMatch(/^\d+ passed, 0 failed$/);
    const bad = kindly('check', put('cases.json', '{"cases": [{"id": "a", "calc": "luck", "in": {}, "out": {}}]}'));
    expect(bad.code).toBe(1);
    expect(bad.out).toMatch(/failed a: no adapter/);
  });
});
