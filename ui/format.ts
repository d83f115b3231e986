/** Figures and times as people read them: 24-hour clock, weekday before the date, the zone always named by a town. */
const cache = new Map<string, Intl.DateTimeFormat>();
function formatter(zone: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = zone + JSON.stringify(options);
  let f = cache.get(key);
  if (!f) {
    f = new Intl.DateTimeFormat('en-GB', { timeZone: zone, hourCycle: 'h23', ...options });
    cache.set(key, f);
  }
  return f;
}

export const clock = (ms: number, zone: string): string =>
  formatter(zone, { hour: '2-digit', minute: '2-digit' }).format(ms);
export const weekday = (ms: number, zone: string): string => formatter(zone, { weekday: 'short' }).format(ms);
export const dayMonth = (ms: number, zone: string): string =>
  `${weekday(ms, zone)} ${formatter(zone, { day: 'numeric' }).format(ms)} ${formatter(zone, { month: 'short' }).format(ms)}`;
export const longDay = (ms: number, zone: string): string =>
  `${formatter(zone, { weekday: 'long' }).format(ms)} ${formatter(zone, { day: 'numeric' }).format(ms)} ${formatter(zone, { month: 'long' }).format(ms)}`;
export const dayClock = (ms: number, zone: string): string => `${dayMonth(ms, zone)}, ${clock(ms, zone)}`;

/** A local time for a datetime-local field. */
export function localInput(ms: number, zone: string): string {
  const p = Object.fromEntries(
    formatter(zone, { year: 'numeric', month: '2-digit', day: '2-digit', hour: '2-digit', minute: '2-digit' })
      .formatToParts(ms)
      .map((x) => [x.type, x.value]),
  );
  return `${p.year}-${p.month}-${p.day}T${p.hour}:${p.minute}`;
}

/** Hours as hours and minutes, in steps of ten minutes: what a model of this kind can promise. */
export function hoursMinutes(hours: number): { sign: string; h: number; min: string } {
  const tens = Math.round(Math.abs(hours) * 6);
  return {
    sign: hours < 0 && tens > 0 ? '−' : '',
    h: Math.floor(tens / 6),
    min: String((tens % 6) * 10).padStart(2, '0'),
  };
}

export const OVER = 'over 2 days';

export function slackWords(hours: number | null): string {
  if (hours === null) return OVER;
  const { sign, h, min } = hoursMinutes(hours);
  return `${sign}${h} h ${min}`;
}

export const one = (v: number): string => v.toFixed(1).replace('-', '−');
export const two = (v: number): string => v.toFixed(2).replace('-', '−');

export const factorWords = {
  oxygen: 'oxygen',
  carbon: 'CO₂ and pH',
  ammonia: 'ammonia',
  temperature: 'temperature',
} as const;
export const factorColour = {
  oxygen: 'var(--c-oxy)',
  carbon: 'var(--c-co2)',
  ammonia: 'var(--c-amm)',
  temperature: 'var(--c-temp)',
} as const;
export const factorDash = { oxygen: '9 4', carbon: '9 4 2 4', ammonia: '1.5 4', temperature: '' } as const;
