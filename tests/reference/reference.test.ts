import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { adapters } from '@/cli/check/adapters';
import { runReferenceFile } from '@/cli/check/run';

const here = path.join(process.cwd(), 'tests', 'reference');
const files = readdirSync(here).filter((f) => f.endsWith('.json'));
const textOf = (f: string): string => readFileSync(path.join(here, f), 'utf8');

describe.each(files)('published and computed reference values: %s', (file) => {
  const results = runReferenceFile(textOf(file));
  test.each(results.map((r) => [r.id, r] as const))('%s', (_, r) => {
    expect(r.why).toBe('');
    expect(r.passed).toBe(true);
  });
});

describe('the check itself can fail', () => {
  const file = (calc: string, out: object, more: object = {}): string =>
    JSON.stringify({ cases: [{ id: 'x', calc, in: { F: 77 }, out, tolerance: { rel: 1e-6 }, ...more }] });

  test('a wrong value, a missing adapter and a missing key fail', () => {
    expect(runReferenceFile(file('F_to_C', { C: 25.1 }))[0]!.passed).toBe(false);
    expect(runReferenceFile(file('F_to_K', { K: 298.15 }))[0]!.why).toContain('no adapter');
    expect(runReferenceFile(file('F_to_C', { C: 25, kelvin: 298.15 }))[0]!.passed).toBe(false);
  });

  test('a tolerance of one key replaces the general one', () => {
    const narrow = { tolerance: { rel: 0.1, keys: { C: { abs: 0.01 } } } };
    expect(runReferenceFile(file('F_to_C', { C: 25.1 }, narrow))[0]!.passed).toBe(false);
  });

  test('the alternative convention counts for a whole file or not at all', () => {
    const two = JSON.stringify({
      cases: [
        { id: 'a', calc: 'F_to_C', in: { F: 77 }, out: { C: 25 }, alt: { out: { C: 1 } }, tolerance: { abs: 1e-9 } },
        { id: 'b', calc: 'F_to_C', in: { F: 32 }, out: { C: 7 }, alt: { out: { C: 0 } }, tolerance: { abs: 1e-9 } },
      ],
    });
    expect(runReferenceFile(two).map((r) => r.passed)).toEqual([true, false]);
  });

  test('impossible cases answer null or possible: false instead of a number', () => {
    expect(adapters.time_drip!({ V0_mL: 500, q_mL_min: 10, new_fraction: 1 })).toEqual({ t_min: null });
    expect(adapters.cups!({ V_mL: 100, cup_mL: 200, n: 1, C0: 1, C_in: 2, mode: 'discard_then_add' })).toEqual({
      possible: false,
    });
    expect(
      adapters.closed_bag!({ t_C: 25, V_water_L: 1, V_gas_L: 1, alk0_meqL: 0.001, pH0: 10, CO2_added_mmol: 0 }),
    ).toEqual({ possible: false });
    expect(adapters.lumped_time!({ T_amb_C: 20, P_W: 0, UA_W_K: 1, C_J_K: 1000, T0_C: 25, T_target_C: 10 })).toEqual({
      t_s: null,
    });
    expect(adapters.melt_time!({ m_pack_kg: 1, T_amb_C: 0, T_hold_C: 5, UA_W_K: 1, P_extra_W: 0 })).toEqual({
      hours: null,
    });
    expect(adapters.salinity_from_sg!({ SG: 0.98, t_C: 25, t_ref_C: 25 })).toEqual({ S: null });
  });
});
