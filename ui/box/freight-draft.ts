import type { FreightView } from '@/server/box/freight-view';
import { num } from '@/ui/fields/fields';

export type FreightProps = FreightView & { code: string; version: number; zone: string };
type P = FreightProps;

const shown = (x: number | undefined | null): string => (x === undefined || x === null ? '' : String(x));
const told = (x: string): number | undefined => (x.trim() === '' ? undefined : num(x));

/** What the form holds, as it is typed. */
export const freightDraftOf = (p: P) => ({
  reference: p.booking.reference ?? '',
  paidBy: p.booking.paidBy ?? 'sender',
  tracking: p.booking.tracking ?? '',
  depotCode: p.booking.depotCode ?? '',
  booked: Object.fromEntries(p.boxes.map((b) => [b.id, shown(b.bookedKg)])) as Record<string, string>,
  prices: Object.fromEntries(
    p.lines.map((l) => [l.id, shown(p.charges.prices?.find((x) => x.lineId === l.id)?.each)]),
  ) as Record<string, string>,
  packingPerBox: shown(p.charges.packingPerBox),
  freight: shown(p.charges.freight),
  hours: shown(p.charges.hours),
  km: shown(p.charges.km),
  tolls: shown(p.charges.tolls),
  insured: shown(p.charges.insured),
  other: (p.charges.other ?? []).map((x) => ({ name: x.name, amount: String(x.amount), asked: x.asked })),
});
export type FreightDraft = ReturnType<typeof freightDraftOf>;

const names: Readonly<Record<string, string>> = {
  reference: 'Booking reference',
  paidBy: 'Pays the carrier',
  tracking: 'Tracking number',
  depotCode: 'Depot code',
  booked: 'Booked weight',
  prices: 'Price',
  packingPerBox: 'Packing of a box',
  insured: 'Insured',
  other: 'Other costs',
};
export const freightLabel = (path: string): string => {
  const [head = '', ...rest] = path.split('.');
  return [names[head] ?? head, ...rest].join(' ');
};

/** Only what was filled in; what is empty is not told. */
export function freightInputOf(p: P, d: FreightDraft, version: number) {
  const some = <T extends object>(x: T): T =>
    Object.fromEntries(Object.entries(x).filter(([, v]) => v !== undefined && v !== '')) as T;
  return {
    code: p.code,
    version,
    booking: some({ reference: d.reference, paidBy: d.paidBy, tracking: d.tracking, depotCode: d.depotCode }),
    charges: some({
      prices: p.lines.flatMap((l) => (d.prices[l.id]?.trim() ? [{ lineId: l.id, each: num(d.prices[l.id]!) }] : [])),
      packingPerBox: told(d.packingPerBox),
      freight: told(d.freight),
      hours: told(d.hours),
      km: told(d.km),
      tolls: told(d.tolls),
      insured: told(d.insured),
      other: d.other.map((x) => ({ name: x.name, amount: num(x.amount), asked: x.asked })),
    }),
    declared: p.boxes.map((b) => ({ boxId: b.id, kg: told(d.booked[b.id] ?? '') ?? null })),
  };
}
