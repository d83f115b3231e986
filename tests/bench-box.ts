import type { Consignment } from '@/core/consignment/schema';
import { exampleConsignment } from './example';

/** One box of six bags on its way for two days in winter: what speed is measured on. */
function makeBox(): Consignment {
  const c = exampleConsignment('tropical-overnight-in-frost');
  const bag = c.bags[0]!;
  const bags = Array.from({ length: 6 }, (_, i) => ({
    ...bag,
    id: `A${i + 1}`,
    boxId: '1',
    bagTypeId: 'bag-18x40',
    animals: [{ lineId: 'L1', count: 1 }],
    waterL: 1.2 + 0.1 * i,
    gasL: 2.4,
  }));
  return {
    ...c,
    serviceId: 'northline-two-day',
    lines: [{ ...c.lines[0]!, id: 'L1', count: 6 }],
    bags,
    boxes: [{ id: '1', boxTypeId: 'box-l', packs: [{ packId: 'heat-72h', count: 2 }], ventHoles: 4 }],
    window: {
      startAt: new Date(Date.parse(c.handOverAt) + 38 * 3600_000).toISOString(),
      endAt: new Date(Date.parse(c.handOverAt) + 41 * 3600_000).toISOString(),
    },
    openingAt: new Date(Date.parse(c.handOverAt) + 41 * 3600_000).toISOString(),
  };
}

export const benchBox = makeBox();
