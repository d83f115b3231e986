import { unstruck } from '@/core/consignment/project-facts';
import { z } from 'zod';
import { freightPrice, tariffTo } from '@/core/box/freight';
import { weighBox } from '@/core/box/weighing';
import { row } from '@/core/catalogue/row';
import type { Evaluation } from '@/core/evaluate/evaluate';
import type { Station } from '@/server/consignment/station';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { between, idText } from '@/core/quantities/shapes';
import { scaleReadings } from './scale-readings';
import { find } from '@/server/consignment/change';
import type { House } from '@/server/house';

export const scaleInput = z.object({
  code: idText(20),
  boxId: idText(8),
  /** Null takes the last reading back. */
  kg: between(0.1, 200, 'The weight').nullable(),
  method: z.enum(['typed', 'scale', 'stand-in']).default('typed'),
});
export type ScaleInput = z.input<typeof scaleInput>;

/** Every box held against its booking and the scale. Practice with a stand-in may be judged, but nothing is paid by it. */
export function weighedBoxes(
  { h, c, catalogue }: Pick<Station, 'h' | 'c' | 'catalogue'>,
  e: Evaluation,
  practice: boolean,
) {
  const service = row(catalogue.services, c.serviceId, 'service');
  const tariff = tariffTo(service, c.receiver.place.country);
  const scale = scaleReadings(h, c.id, practice);
  return e.boxes.map((b) => {
    const read = scale.get(b.id) ?? null;
    const bookedKg = c.boxes.find((x) => x.id === b.id)?.declaredKg ?? null;
    const plannedKg = b.weights.totalKg;
    const told = weighBox(
      { plannedKg, bookedKg, scaleKg: read?.kg ?? null },
      {
        sides: b.outsideCm,
        divisor: service.divisor,
        stepKg: service.stepKg,
        minimumKg: service.minimumKg,
        rounding: service.dimensionRounding ?? 'up',
      },
      e.assumptions,
    );
    return {
      id: b.id,
      outsideCm: b.outsideCm,
      plannedKg,
      bookedKg,
      read,
      ...told,
      price: freightPrice(tariff, told.freight.chargeable),
    };
  });
}

/** What the scale said of a packed box: a fact of its own, whatever becomes of the plan. */
export function weigh(house: House, input: unknown, at = house.nowIso()): Outcome<string> {
  const parsed = scaleInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, boxId, kg, method } = parsed.data;
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  if (!c.boxes.some((b) => b.id === boxId)) return refuse('boxId', 'This box no longer exists.');
  const subject = { kind: 'box' as const, id: boxId };
  return house.db.transaction((): Outcome<string> => {
    if (kg === null) {
      const last = unstruck(house.facts.of(c.id).observations)
        .filter((o) => o.subject.kind === 'box' && o.subject.id === boxId && o.quantity === 'weightKg')
        .pop();
      if (!last) return refuse('kg', 'This box was not weighed.');
      house.facts.takeBack(c.id, last, at);
      house.consignments.journal(c.id, at, 'taken back', `weight of box ${boxId}`);
    } else {
      house.facts.read(c.id, { at, subject, quantity: 'weightKg', value: kg, unit: 'kg', method, note: '' });
      house.consignments.journal(c.id, at, 'read', `box ${boxId}: ${kg} kg`);
    }
    return { ok: true, value: at };
  })();
}
