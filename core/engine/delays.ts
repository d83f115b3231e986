import type { Assumptions } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Service } from '@/core/catalogue/schema';
import type { Prepared } from './prepare';
import type { DelayPlace } from '@/core/calendar/legs';
import { sameTimeLater, serves } from '@/core/calendar/calendar';
import type { Holiday } from '@/core/calendar/schema';

const parameter = { courier: 'courier', air: 'air', 'own-car': 'ownCar' } as const;

/** The shares of delay of a service: those of its own row, or of its kind. */
export const usualDelay = (service: Service, a: Assumptions): NonNullable<Service['delay']> => {
  const kind = parameter[service.kind];
  return (
    service.delay ?? {
      oneDay: a[`${kind}OneDayLateShare`],
      twoDays: a[`${kind}TwoDaysLateShare`],
      lostWeekend: a[`${kind}LostWeekendShare`],
    }
  );
};

/** Where a delay of a service is spent: shares of its own row, or the usual ones; what is left waits at the door. */
export const delayPlaceShares = (service: Service, a: Assumptions): NonNullable<Service['delayAt']> =>
  service.delayAt ?? {
    origin: a.delayAtOriginShare,
    hub: a.delayAtHubShare,
    destination: a.delayAtDestinationShare,
  };

/** How late a journey may come: shares of lateness and the hours each adds to the planned opening. */
export interface Delays {
  list: { share: number; hours: number; words: string }[];
  /** Hours of delay for a uniform number 0…1. */
  hoursOf: (u: number) => number;
  /** Where those hours are spent, for another uniform number. */
  placeOf: (u: number) => DelayPlace;
  longestH: number;
}

/**
 * Delays of a consignment's service: the next working day, the one after, or a weekend lost where the next day is not
 * served. A working day is one on which the service delivers at the destination; clock times stay as planned. None
 * once the box has arrived. Shares are assumptions († ours) unless the service's own row gives them.
 */
export function delaysOf(
  p: Pick<Prepared, 'consignment' | 'catalogue' | 'a' | 'instants'>,
  holidays: readonly Holiday[],
): Delays {
  const service = row(p.catalogue.services, p.consignment.serviceId, 'service');
  const { place } = p.consignment.receiver;
  if (p.consignment.actual.arrivedAt) return { list: [], hoursOf: () => 0, placeOf: () => 'door', longestH: 0 };
  const open = p.instants.openMs;
  const later: number[] = [];
  for (let days = 1; later.length < 2 && days < 15; days++) {
    const ms = sameTimeLater(open, days, place.zone);
    if (serves(service, 'delivers', ms, place, holidays)) later.push((ms - open) / 3600_000);
  }
  const [one, two] = [later[0] ?? 24, later[1] ?? 48];
  const share = usualDelay(service, p.a);
  const trapped = one > 30;
  const list = [
    { share: share.oneDay, hours: one, words: trapped ? 'the weekend lost' : 'a day late' },
    { share: share.twoDays, hours: two, words: trapped ? 'a day after the weekend' : 'two days late' },
    ...(trapped ? [{ share: share.lostWeekend, hours: one, words: 'the weekend lost' }] : []),
  ].filter((d) => d.share > 0);
  const at = delayPlaceShares(service, p.a);
  return {
    list,
    placeOf: (u) =>
      u < at.origin
        ? 'origin'
        : u < at.origin + at.hub
          ? 'hub'
          : u < at.origin + at.hub + at.destination
            ? 'destination'
            : 'door',
    longestH: list.reduce((m, d) => Math.max(m, d.hours), 0),
    hoursOf: (u) => {
      let from = 1;
      for (const d of list) {
        from -= d.share;
        if (u >= from) return d.hours;
      }
      return 0;
    },
  };
}
