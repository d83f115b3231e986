import { departure, orderAdvice, type OrderCheck } from '@/core/calendar/departure';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import { UNNAMED } from '@/core/consignment/unnamed';
import { leftWords, type Receiver } from '@/records/people';
import { catalogueOf } from '@/server/consignment/result';
import { fastConflictWords } from '@/words/en/fast-conflicts';
import { fastedTanks, tankConflicts } from '@/server/day/fasted';
import type { House } from '@/server/house';
import { localAt } from '@/server/instants';
import { promises } from '@/server/stock/settle';
import { bareConsignment, fromInput, orderInput } from './input';

/** What a careful shipper would say to the order as it stands in the form: nothing is saved. */
export function checkOrder(
  house: House,
  input: unknown,
): Outcome<{ sentence: string; advice: OrderCheck[]; earliest: string | null }> {
  const parsed = orderInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const o = parsed.data;
  const stored = o.code === null ? null : house.consignments.byCode(o.code)?.document;
  const c: Consignment = stored ? { ...stored, ...fromInput(o) } : bareConsignment(house, o, UNNAMED);
  if (!house.shelves().all.services.some((s) => s.id === c.serviceId)) return refuse('serviceId', 'Choose a service.');
  const catalogue = catalogueOf(c, house);
  const calendar = house.calendar(c);
  const fasted = fastedTanks(house, c);
  const advice = [
    ...orderAdvice(c, catalogue, calendar, house.nowMs(), fasted),
    ...stockAdvice(house, c),
    ...conflictAdvice(house, c),
    ...collectionAdvice(house, c, catalogue),
  ];
  const { sentence, earliestMs } = departure(c, catalogue, calendar, house.nowMs(), fasted);
  const earliest = earliestMs === null ? null : localAt(earliestMs, c.sender.place.zone);
  return { ok: true, value: { sentence, advice, earliest } };
}

/** Tanks that other planned consignments want fed, or fasting, at the same time. */
const conflictAdvice = (house: House, c: Consignment): OrderCheck[] =>
  c.actual.sealedAt
    ? []
    : tankConflicts(house, c).map((x) => ({
        level: 'mind',
        path: 'handOverLocal',
        message: fastConflictWords(x, c.sender.place.zone),
      }));

/** Lines that promise more than a tank has left. */
function stockAdvice(house: House, c: Consignment): OrderCheck[] {
  if (c.direction === 'incoming' || c.actual.sealedAt) return [];
  const promised = promises(house);
  return c.lines.flatMap((l, i) => {
    const lot = l.lotId ? house.records.byId(l.lotId) : null;
    if (!lot || lot.amount === null) return [];
    const others = (promised.get(lot.id) ?? []).filter((p) => p.code !== c.code);
    const here = c.lines.filter((x) => x.lotId === lot.id).reduce((n, x) => n + x.count, 0);
    const free = lot.amount - others.reduce((n, p) => n + p.count, 0);
    if (here <= free) return [];
    const taken = others.length > 0 ? `; ${others.map((p) => `${p.count} go with ${p.code}`).join(', ')}` : '';
    return [
      {
        level: 'mind' as const,
        path: `lines.${i}.count`,
        message: `Tank ${l.tank} has ${lot.amount} of these, ${Math.max(0, free)} free${taken}.`,
      },
    ];
  });
}

/** How the receiver wants the box, against where the service leaves it. */
function collectionAdvice(house: House, c: Consignment, catalogue: Catalogue): OrderCheck[] {
  const receiver = c.receiverId ? (house.records.byId(c.receiverId)?.document as Receiver | undefined) : undefined;
  const service = row(catalogue.services, c.serviceId, 'service');
  const gives = service.collection ?? (service.waitsAt === 'doorstep' ? 'door' : undefined);
  if (!receiver || !gives || gives === receiver.collection || service.kind === 'own-car') return [];
  return [
    {
      level: 'mind',
      path: 'serviceId',
      message: `${receiver.name} wants delivery ${leftWords[receiver.collection]}; ${service.name} leaves it ${leftWords[gives]}.`,
    },
  ];
}
