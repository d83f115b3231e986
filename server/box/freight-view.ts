import { freightPrice, tariffTo } from '@/core/box/freight';
import { weighBox } from '@/core/box/weighing';
import { row } from '@/core/catalogue/row';
import type { Evaluation } from '@/core/evaluate/evaluate';
import type { Station } from '@/server/consignment/station';
import { practises } from '@/server/devices/devices';
import { costsHere } from '@/server/papers/costs';
import { scaleReadings } from './weigh';

/** Booking, scale, freight and money of a consignment, as the Box station shows and asks for them. */
export function freightView(s: Station, e: Evaluation) {
  const { h, c, catalogue } = s;
  const service = row(catalogue.services, c.serviceId, 'service');
  const tariff = tariffTo(service, c.receiver.place.country);
  const scale = scaleReadings(h, c.id);
  return {
    service: {
      name: service.name,
      approved: service.packagingApproved ?? false,
      approvalNumber: service.approvalNumber ?? '',
      surchargeShare: service.surchargeShare ?? 0,
      zoned: tariff !== service,
    },
    practises: practises(h),
    booking: c.booking ?? {},
    charges: c.charges ?? {},
    lines: c.lines.map((l) => ({
      id: l.id,
      name: row(catalogue.species, l.speciesId, 'species').name,
      count: l.count,
    })),
    boxes: e.boxes.map((b) => {
      const box = c.boxes.find((x) => x.id === b.id)!;
      const read = scale.get(b.id) ?? null;
      const told = weighBox(
        { plannedKg: b.weights.totalKg, bookedKg: box.declaredKg ?? null, scaleKg: read?.kg ?? null },
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
        plannedKg: b.weights.totalKg,
        bookedKg: box.declaredKg ?? null,
        read,
        chargeableKg: told.freight.chargeable,
        by: told.freight.chargedBy,
        price: freightPrice(tariff, told.freight.chargeable),
        mark: told.mark,
        words: told.words,
      };
    }),
    costs: costsHere(s),
  };
}
export type FreightView = ReturnType<typeof freightView>;
