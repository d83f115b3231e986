import { tariffTo } from '@/core/box/freight';
import { row } from '@/core/catalogue/row';
import type { Evaluation } from '@/core/evaluate/evaluate';
import type { Station } from '@/server/consignment/station';
import { practises } from '@/server/devices/devices';
import { costsHere } from '@/server/papers/costs';
import { weighedBoxes } from './weigh';

/** Booking, scale, freight and money of a consignment, as the Box station shows and asks for them. */
export function freightView(s: Station, e: Evaluation) {
  const { h, c, catalogue } = s;
  const service = row(catalogue.services, c.serviceId, 'service');
  const tariff = tariffTo(service, c.receiver.place.country);
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
    boxes: weighedBoxes(s, e, true).map(({ id, plannedKg, bookedKg, read, freight, price, mark, words }) => ({
      id,
      plannedKg,
      bookedKg,
      read,
      chargeableKg: freight.chargeable,
      by: freight.chargedBy,
      price,
      mark,
      words,
    })),
    costs: costsHere(s),
  };
}
export type FreightView = ReturnType<typeof freightView>;
