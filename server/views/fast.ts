import type { Consignment, FastChoice } from '@/core/consignment/schema';
import { row } from '@/core/catalogue/schema';
import { schools, type School } from '@/core/fish/fasting';
import { fastChoice, fastConflicts, fastsOf, tankFasts, type Fast, type FastConflict } from '@/core/journey/fast';
import type { House } from '../house';
import { catalogueOf } from '../result';

export interface TankFastView extends Fast {
  /** What is in it for this order, in words. */
  fish: string;
  choice: FastChoice;
  conflicts: FastConflict[];
}

export const schoolOptions: [School, string][] = (Object.keys(schools) as School[]).map((id) => [
  id,
  `${schools[id].words}${schools[id].hours > 0 ? `, ${schools[id].hours} h` : ''}`,
]);

/** Every source tank: how long it fasts and why, and where another shipment wants it fed. */
export function fastView(house: House, c: Consignment): TankFastView[] {
  const catalogue = catalogueOf(c, house);
  const others = house.consignments
    .planned()
    .map((s) => s.document)
    .filter((o) => o.id !== c.id && !o.held && o.lines.some((l) => c.lines.some((m) => m.tank === l.tank)))
    .flatMap((o) => tankFasts(o, catalogueOf(o, house)));
  const conflicts = c.held ? [] : fastConflicts(tankFasts(c, catalogue), others, c.sender.place.zone);
  return fastsOf(c, catalogue).map((f) => ({
    ...f,
    fish: c.lines
      .filter((l) => l.tank === f.tank)
      .map((l) => `${l.count} ${row(catalogue.species, l.speciesId, 'species').name}`)
      .join(', '),
    choice: fastChoice(c, f.tank) ?? { tank: f.tank },
    conflicts: conflicts.filter((x) => x.tank === f.tank),
  }));
}
