import { catalogue } from '@/core/catalogue';
import type { Consignment } from '@/core/consignment/schema';
import { exampleConsignment } from './example';

/** An order of a wholesaler: 1,040 animals, 130 of which travel alone; not yet bagged. */
export function largeOrder(): Consignment {
  const c = exampleConsignment();
  const [line] = c.lines;
  const alone = catalogue.species.find((s) => s.together === 'alone' && s.temp.cold24C >= 15)!;
  const shoals = catalogue.species
    .filter((s) => s.together !== 'alone' && s.tolerance !== 'delicate' && s.temp.cold24C >= 13 && s.temp.cold24C <= 17)
    .slice(0, 10);
  return {
    ...c,
    bags: [],
    // Six pack it in an evening.
    assumptions: { ...c.assumptions, packers: 6 },
    // A mild week: what is packed by the hundred does not go out in frost.
    forecast: { ...c.forecast!, shiftC: 8 },
    lines: [
      { ...line!, id: 'L0', speciesId: alone.id, count: 130, lengthCm: 6 },
      ...shoals.map((s, i) => ({ ...line!, id: `L${i + 1}`, speciesId: s.id, count: 91, lengthCm: 4.5 })),
    ],
  };
}
