const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const two = (n: number): string => String(n).padStart(2, '0');

const isoOf = (y: number, m: number, d: number): string | null => {
  const at = new Date(Date.UTC(y, m - 1, d));
  const real = at.getUTCFullYear() === y && at.getUTCMonth() === m - 1 && at.getUTCDate() === d;
  return real && y >= 2000 && y < 2100 ? `${y}-${two(m)}-${two(d)}` : null;
};

/**
 * A day as people type it, day before month: "28 Nov 2026", "Sat 28 Nov", "28.11.", "28/11/26", "2026-11-28". Without a
 * year it is the nearest such day to `near` (ISO date). Null where it names no day of the years 2000 to 2099.
 */
export function dateOf(text: string, near: string): string | null {
  const t = text
    .trim()
    .toLowerCase()
    .replace(/^[a-z]{2,9}\.?,?\s+(?=\d)/, '');
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(t);
  if (iso) return isoOf(Number(iso[1]), Number(iso[2]), Number(iso[3]));
  const m = /^(\d{1,2})\s*(?:[./\s-]\s*)?(?:(\d{1,2})|([a-z]{3,9})\.?)(?:\s*[./\s-]\s*(\d{2}|\d{4})?)?$/.exec(t);
  if (!m) return null;
  const month = m[2] ? Number(m[2]) : months.indexOf(m[3]!.slice(0, 3)) + 1;
  if (month === 0) return null;
  const day = Number(m[1]);
  if (m[4]) return isoOf(m[4].length === 2 ? 2000 + Number(m[4]) : Number(m[4]), month, day);
  const here = Date.parse(near);
  const year = Number(near.slice(0, 4));
  const options = [year - 1, year, year + 1].flatMap((y) => isoOf(y, month, day) ?? []);
  if (options.length === 0 || !Number.isFinite(here)) return null;
  return options.reduce((a, b) => (Math.abs(Date.parse(b) - here) < Math.abs(Date.parse(a) - here) ? b : a));
}

/** "28 Nov 2026" of an ISO date; what is none stays as it is. */
export function dateText(iso: string): string {
  const m = /^(\d{4})-(\d{2})-(\d{2})$/.exec(iso);
  const name = m && months[Number(m[2]) - 1];
  return m && name ? `${Number(m[3])} ${name[0]!.toUpperCase()}${name.slice(1)} ${m[1]}` : iso;
}
