import type { Treatment } from '@/core/catalogue/treatment';
import type { NewEntry } from '@/core/quarantine/schema';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { recordEvent } from '@/server/pack/events';
import { addRecord, must, orderInput, readBag } from './order';

/** What quarantine tests tell, with invented labels. */
export const well: NewEntry = { kind: 'look', signs: [], eaten: 'all' };
export const tested = (f: Extract<NewEntry, { kind: 'test' }>['figures'], sure?: boolean): NewEntry => ({
  kind: 'test',
  figures: f,
  how: 'drops',
  ...(sure ? { sure } : {}),
});
export const copper: Treatment = {
  id: 'cu',
  name: 'Sorrel',
  kind: 'copper',
  unit: 'mL',
  perL: 0.02,
  mgPerUnit: 10,
  targetMgL: 0.2,
  bandFromMgL: 0.15,
  bandToMgL: 0.25,
};
export const dose = (medicine: Treatment, amount: number, more: object = {}): NewEntry => ({
  kind: 'dose',
  medicine,
  amount,
  ...more,
});

/** An arrival into Q that is home, counted alive. */
export function arrive(house: House, speciesId = 'lemon-tetra'): string {
  const o = orderInput(house);
  const lines = [{ ...o.lines[0]!, speciesId, lengthCm: 3, tank: 'theirs' }];
  const c = must(saveOrder(house, { ...o, direction: 'incoming', lines })).code;
  must(recordEvent(house, c, 'arrivedAt', house.nowIso()));
  for (const b of house.consignments.byCode(c)!.document.bags)
    must(readBag(house, c, b.id, { alive: b.animals.reduce((k, a) => k + a.count, 0), dead: 0, doubtful: 0 }));
  return c;
}

/** A quarantine tank Q in rack 2, and a display. */
export function ownTanks(house: House): void {
  addRecord(house, 'tank', { name: 'Q', volumeL: '60', use: 'quarantine', where: 'Rack 2' });
  addRecord(house, 'tank', { name: 'Display', volumeL: '300', use: 'display' });
}
