import { refuse, type Outcome } from '@/core/consignment/schema';
import { change, find } from '@/server/consignment/change';
import { foreignRows, usedRows } from '@/server/consignment/result';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';

/** A step of the bench ticked or taken back, with its instant. */
export function tick(house: House, code: string, key: string, done: boolean): Outcome<string | null> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const at = house.nowIso();
  const { id } = stored.value.document;
  house.db.transaction(() => {
    house.consignments.tick(id, key, done ? at : null);
    house.consignments.journal(id, at, done ? 'ticked' : 'taken back', key);
  })();
  return { ok: true, value: done ? at : null };
}

const events = { sealedAt: 'sealed', handedOverAt: 'handed over', arrivedAt: 'arrived', openedAt: 'opened' } as const;
export type EventName = keyof typeof events;

/** What happened replaces what was planned: sealing, hand-over, arrival, opening; null takes it back. */
export function recordEvent(
  house: House,
  code: string,
  name: EventName,
  at: string | null,
): Outcome<StoredConsignment> {
  if (!(name in events)) return refuse('event', 'This event is not known.');
  const r = change(house, code, null, events[name], (c) => {
    const actual = { ...c.actual, [name]: at };
    const order = [actual.sealedAt, actual.handedOverAt, actual.arrivedAt, actual.openedAt].filter(
      (x): x is string => x !== null,
    );
    for (let i = 1; i < order.length; i++)
      if (Date.parse(order[i]!) < Date.parse(order[i - 1]!))
        return refuse(name, 'This comes before a step that was already recorded. Take that one back first.');
    // What has left keeps the rows it was sent with; what is here again follows the shelves.
    const catalogue = name !== 'handedOverAt' ? c.catalogue : at ? usedRows(c, house) : foreignRows(c, house);
    return { ok: true, value: { ...c, catalogue, actual } };
  });
  if (r.ok)
    house.consignments.journal(r.value.document.id, house.nowIso(), at ? 'event' : 'event taken back', events[name], {
      at,
    });
  return r;
}
