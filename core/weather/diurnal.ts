/**
 * Daily minimum and maximum turned into hours. Parton & Logan 1981 (air at 1.5 m: a 1.86 h, b 2.20, c −0.17 h, from
 * memory). The model jumps at dawn because its night curve does not reach the minimum; `hoursOfDays` smooths it.
 */
const A_H = 1.86;
const B = 2.2;
const C_H = -0.17;

export interface DayWeather {
  minC: number;
  maxC: number;
  /** Hours of the local day. */
  sunriseH: number;
  sunsetH: number;
  /** 24 where absent; 23 or 25 on days on which clocks change. */
  lengthH?: number;
}

const lengthOf = (d: DayWeather): number => d.lengthH ?? 24;

const dawnH = (d: DayWeather): number => d.sunriseH + C_H;

function daytimeC(d: DayWeather, hour: number): number {
  const length = d.sunsetH - d.sunriseH;
  return (d.maxC - d.minC) * Math.sin((Math.PI * (hour - dawnH(d))) / (length + 2 * A_H)) + d.minC;
}

export const sunsetC = (d: DayWeather): number => daytimeC(d, d.sunsetH);
/** Hour at which the day curve peaks. */
export const warmestHour = (d: DayWeather): number => dawnH(d) + (d.sunsetH - d.sunriseH + 2 * A_H) / 2;

/** One hour of `day`, between the day before and the day after. Hours 0…24 (23, 25). */
export function hourC(before: DayWeather, day: DayWeather, after: DayWeather, hour: number): number {
  if (hour >= dawnH(day) && hour <= day.sunsetH) return daytimeC(day, hour);
  if (hour < dawnH(day)) {
    const sunken = lengthOf(before) - before.sunsetH;
    const night = sunken + day.sunriseH;
    return day.minC + (sunsetC(before) - day.minC) * Math.exp((-B * (hour + sunken)) / night);
  }
  const night = lengthOf(day) - day.sunsetH + after.sunriseH;
  return after.minC + (sunsetC(day) - after.minC) * Math.exp((-B * (hour - day.sunsetH)) / night);
}

/** Two half cosines between given times of minimum and maximum (de Wit, Goudriaan et al. 1978, from memory). */
export function doubleCosineC(d: { minC: number; maxC: number; minH: number; maxH: number }, hour: number): number {
  const mean = (d.minC + d.maxC) / 2;
  const half = (d.maxC - d.minC) / 2;
  if (hour >= d.minH && hour <= d.maxH) return mean - half * Math.cos((Math.PI * (hour - d.minH)) / (d.maxH - d.minH));
  const h = hour < d.minH ? hour + 24 : hour;
  return mean + half * Math.cos((Math.PI * (h - d.maxH)) / (24 - d.maxH + d.minH));
}

/** Hours over which the jump at dawn is spread. */
const DAWN_BLEND_H = 3;

/** Hourly temperatures of a run of days, one for each of their hours, with the jump at dawn spread over the three hours before it. */
export function hoursOfDays(days: readonly DayWeather[]): number[] {
  const out: number[] = [];
  days.forEach((day, i) => {
    const before = days[i - 1] ?? day;
    const after = days[i + 1] ?? day;
    const dawn = dawnH(day);
    const jump = hourC(before, day, after, dawn - 1e-9) - day.minC;
    for (let h = 0; h < lengthOf(day); h++) {
      const raw = hourC(before, day, after, h);
      const part = h < dawn ? Math.max(0, 1 - (dawn - h) / DAWN_BLEND_H) : 0;
      out.push(raw - jump * part);
    }
  });
  return out;
}
