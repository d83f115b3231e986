import { KPA_PER_ATM } from '@/core/quantities/units';
import { carbonateConstants, type CarbonateConstants } from './carbonate-constants';
import { oxygenMgLPerKPa, vapourPressureAtm } from './oxygen';
import { WATER_RANGE } from './range';

/** All constants of one water at one temperature. */
export interface WaterConstants extends CarbonateConstants {
  vapourKPa: number;
  oxygenMgLPerKPa: number;
}

const GRID_C = 0.1;
const PER_C = 10;
const WIDTH = 10;

/**
 * The constants of a salinity on a grid of 0.1 °C with straight lines between: within 2·10⁻⁵ of the formulas and
 * twenty times faster, for simulations that take thousands of steps. 0–35 °C. One flat array, a row a temperature.
 */
export class WaterTable {
  private readonly rows = Math.round((WATER_RANGE.maxC - WATER_RANGE.minC) / GRID_C) + 1;
  private readonly cells = new Float64Array(this.rows * WIDTH);
  private readonly last = this.rows - 2;

  constructor(salinity: number) {
    for (let r = 0; r < this.rows; r++) {
      const tempC = Math.min(WATER_RANGE.maxC, r * GRID_C);
      const c = carbonateConstants(tempC, salinity);
      const vapourKPa = vapourPressureAtm(tempC) * KPA_PER_ATM;
      this.cells.set(
        [c.K1, c.K2, c.Kw, c.Ka, c.KB, c.borate, c.K0, c.gasPerWater, vapourKPa, oxygenMgLPerKPa(tempC, salinity)],
        r * WIDTH,
      );
    }
  }

  /** Writes the constants at a temperature into `out`. */
  read(tempC: number, out: WaterConstants): void {
    const x = tempC * PER_C;
    const whole = x | 0;
    const r = whole < 0 ? 0 : whole > this.last ? this.last : whole;
    const f = x - r;
    const c = this.cells;
    const a = r * WIDTH;
    const b = a + WIDTH;
    out.K1 = c[a]! + f * (c[b]! - c[a]!);
    out.K2 = c[a + 1]! + f * (c[b + 1]! - c[a + 1]!);
    out.Kw = c[a + 2]! + f * (c[b + 2]! - c[a + 2]!);
    out.Ka = c[a + 3]! + f * (c[b + 3]! - c[a + 3]!);
    out.KB = c[a + 4]! + f * (c[b + 4]! - c[a + 4]!);
    out.borate = c[a + 5]! + f * (c[b + 5]! - c[a + 5]!);
    out.K0 = c[a + 6]! + f * (c[b + 6]! - c[a + 6]!);
    out.gasPerWater = c[a + 7]! + f * (c[b + 7]! - c[a + 7]!);
    out.vapourKPa = c[a + 8]! + f * (c[b + 8]! - c[a + 8]!);
    out.oxygenMgLPerKPa = c[a + 9]! + f * (c[b + 9]! - c[a + 9]!);
  }

  /** A set of constants at one temperature, to be written into later. */
  at(tempC: number): WaterConstants {
    const out = {
      K1: 0,
      K2: 0,
      Kw: 0,
      Ka: 0,
      KB: 0,
      borate: 0,
      K0: 0,
      gasPerWater: 0,
      vapourKPa: 0,
      oxygenMgLPerKPa: 0,
    };
    this.read(tempC, out);
    return out;
  }
}

const made = new Map<number, WaterTable>();

/** The table of a salinity, made once. */
export function waterTable(salinity: number): WaterTable {
  let table = made.get(salinity);
  if (!table) {
    if (made.size > 40) made.clear();
    table = new WaterTable(salinity);
    made.set(salinity, table);
  }
  return table;
}
