import type { Service } from './schema';

/** A way a box travels. */
export interface JourneyTemplate {
  name: string;
  row: Pick<Service, 'kind' | 'legs' | 'waitsAt' | 'usualH' | 'windowH' | 'driveMin'>;
}

/**
 * Ways a box travels, from which a service's row starts († common practice and ours). Shares of the time from hand-over
 * to delivery.
 */
export const journeys = {
  overnight: {
    name: 'Courier overnight, by depot',
    row: {
      kind: 'courier',
      driveMin: 25,
      usualH: 14,
      windowH: 3,
      waitsAt: 'depot',
      legs: [
        { kind: 'counter', label: 'Counter', at: 'origin', share: 7 },
        { kind: 'van-unconditioned', label: 'Van', at: 'origin', share: 10 },
        { kind: 'depot', label: 'Depot', at: 'origin', share: 20 },
        { kind: 'van-unconditioned', label: 'Night truck', at: 'between', share: 43 },
        { kind: 'depot', label: 'Depot', at: 'destination', share: 20 },
      ],
    },
  },
  twoDays: {
    name: 'Courier two days',
    row: {
      kind: 'courier',
      driveMin: 25,
      usualH: 38,
      windowH: 3,
      waitsAt: 'depot',
      legs: [
        { kind: 'counter', label: 'Counter', at: 'origin', share: 4 },
        { kind: 'depot', label: 'Depot', at: 'origin', share: 22 },
        { kind: 'van-unconditioned', label: 'Truck', at: 'between', share: 40 },
        { kind: 'depot', label: 'Depot', at: 'destination', share: 24 },
        { kind: 'van-unconditioned', label: 'Van', at: 'destination', share: 10 },
      ],
    },
  },
  airport: {
    name: 'Airport to airport',
    row: {
      kind: 'air',
      driveMin: 45,
      usualH: 15,
      windowH: 4,
      waitsAt: 'counter',
      legs: [
        { kind: 'counter', label: 'Air shed', at: 'origin', share: 30 },
        { kind: 'ramp', label: 'Ramp', at: 'origin', share: 6 },
        { kind: 'aircraft-hold', label: 'Flight', at: 'between', share: 30 },
        { kind: 'ramp', label: 'Ramp', at: 'destination', share: 6 },
        { kind: 'counter', label: 'Air shed', at: 'destination', share: 28 },
      ],
    },
  },
  ownCarTwoDays: {
    name: 'Own car, two days',
    row: {
      kind: 'own-car',
      driveMin: 0,
      usualH: 30,
      windowH: 2,
      waitsAt: 'own-car',
      legs: [
        { kind: 'own-car', label: 'First day', at: 'origin', share: 10 },
        { kind: 'room', label: 'Night indoors', at: 'between', share: 10 },
        { kind: 'own-car', label: 'Second day', at: 'destination', share: 10 },
      ],
    },
  },
  doorstep: {
    name: 'Courier, waits on the doorstep',
    row: {
      kind: 'courier',
      driveMin: 25,
      usualH: 16,
      windowH: 6,
      waitsAt: 'doorstep',
      legs: [
        { kind: 'counter', label: 'Counter', at: 'origin', share: 6 },
        { kind: 'depot', label: 'Depot', at: 'origin', share: 20 },
        { kind: 'van-unconditioned', label: 'Night truck', at: 'between', share: 44 },
        { kind: 'depot', label: 'Depot', at: 'destination', share: 16 },
        { kind: 'van-unconditioned', label: 'Van', at: 'destination', share: 14 },
      ],
    },
  },
} satisfies Record<string, JourneyTemplate>;
