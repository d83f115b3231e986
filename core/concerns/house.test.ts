import { DAY, HOUR, MIN } from '@/core/quantities/time';
import { backupFindings, clockFindings, diskFindings, supplyFindings, unsentFindings, type SupplyState } from './house';

const NOW = Date.parse('2026-12-02T12:00:00Z');
const packs: SupplyState = { name: '40 h heat pack', onHand: 4, bites: null, expired: null };
const codes = (s: Partial<SupplyState>): string[] =>
  supplyFindings([{ ...packs, ...s }], NOW).map((x) => `${x.severity} ${x.finding.code}`);

test('stock that covers everything wants nothing; below nothing it is counted again', () => {
  expect(codes({})).toEqual([]);
  expect(codes({ onHand: -2 })).toEqual(['today supply-negative']);
  expect(codes({ onHand: null })).toEqual([]);
});
test('what runs out within two days is bought today; later it is not said', () => {
  expect(codes({ bites: { ms: NOW + DAY, code: 'KC-0101' } })).toEqual(['today supply-short']);
  expect(codes({ bites: { ms: NOW + 2 * DAY, code: 'KC-0101' } })).toEqual([]);
});
test('a batch past its date that planned shipments need is said beside a shortage', () => {
  const expired = { batch: '7C', expires: '2026-11-30' };
  expect(codes({ expired })).toEqual(['today supply-expired']);
  expect(codes({ expired, bites: { ms: NOW + HOUR, code: 'KC-0101' } })).toEqual([
    'today supply-expired',
    'today supply-short',
  ]);
});
test('a disk under a gigabyte, and a backup older than a day', () => {
  expect(diskFindings(0.99).map((x) => x.severity)).toEqual(['now']);
  expect(diskFindings(1)).toEqual([]);
  expect(backupFindings(NOW - DAY, true, NOW)).toEqual([]);
  expect(backupFindings(NOW - DAY - 1, true, NOW)).toMatchObject([{ severity: 'know', finding: { days: 1 } }]);
  expect(backupFindings(null, false, NOW)).toEqual([]);
  expect(backupFindings(null, true, NOW)).toMatchObject([{ finding: { days: null } }]);
});

test('a clock behind what was recorded last, by more than five minutes', () => {
  const at = (min: number) => clockFindings(NOW, NOW - min * MIN).map((x) => `${x.severity} ${x.finding.code}`);
  expect([at(5), at(5.1), clockFindings(null, NOW)]).toEqual([[], ['now clock-back'], []]);
});

test('presses that stayed on a phone for ten minutes, by the oldest', () => {
  const of = (...min: number[]) =>
    unsentFindings(
      min.map((m) => NOW - m * MIN),
      NOW,
    );
  expect([of(), of(9.9), of(0)]).toEqual([[], [], []]);
  expect(of(1, 10)).toMatchObject([{ severity: 'now', sinceMs: NOW - 10 * MIN, finding: { presses: 2 } }]);
});
