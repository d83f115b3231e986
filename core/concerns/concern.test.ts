import { HOUR } from '@/core/quantities/time';
import { concernsOf, gravest, sortConcerns, type Accepted, type Finding } from './concern';
import type { Raised } from './severity';

const NOW = Date.parse('2026-12-01T12:00:00Z');
const sign = (
  of: 'dust' | 'fins',
  severity: Raised<Finding>['severity'],
  sinceMs: number | null = null,
  times = 1,
): Raised<Finding> => ({
  finding: { code: 'sign', of, part: null, many: null },
  severity,
  sinceMs,
  times,
});
const of = (name: string, ...found: Raised<Finding>[]) =>
  concernsOf({ kind: 'tank', id: name, name }, `/tanks/${name}`, found);

test('the gravest first, then the oldest, then by name; nothing twice', () => {
  const list = [
    ...of('B', sign('dust', 'today', 2)),
    ...of('A', sign('dust', 'now', 9), sign('fins', 'now', 5), sign('fins', 'know')),
    ...of('B', sign('fins', 'stop')),
  ];
  expect(sortConcerns([...list, ...list], [], NOW).map((c) => `${c.severity} ${c.id}`)).toEqual([
    'stop tank:B:sign:fins',
    'now tank:A:sign:fins',
    'now tank:A:sign:dust',
    'today tank:B:sign:dust',
  ]);
  expect(gravest(list)).toBe('stop');
  expect(gravest([])).toBeNull();
});

describe('one that a hand accepted', () => {
  const accepted: Accepted = { id: 'tank:A:sign:dust', severity: 'today', times: 2, untilMs: NOW + HOUR };
  const told = (found: Raised<Finding>, a: Accepted = accepted, now = NOW) =>
    sortConcerns(of('A', found), [a], now).length;
  test('keeps quiet until its hour', () => {
    expect(told(sign('dust', 'today', null, 2))).toBe(0);
    expect(told(sign('dust', 'today', null, 2), accepted, NOW + HOUR)).toBe(1);
  });
  test('comes back graver, or grown by more than a fifth, and quiets no other', () => {
    expect(told(sign('dust', 'now', null, 2))).toBe(1);
    expect(told(sign('dust', 'know', null, 2))).toBe(0);
    expect(told(sign('dust', 'today', null, 2.4))).toBe(0);
    expect(told(sign('dust', 'today', null, 2.5))).toBe(1);
    expect(told(sign('fins', 'today', null, 2))).toBe(1);
  });
});
