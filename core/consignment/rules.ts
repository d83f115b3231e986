import { assumptionProblem, type AssumptionName } from '@/core/catalogue/assumptions';
import type { Problem } from './outcome';
import type { Consignment } from './schema';
import { waterOfTank } from './waters';

/** Rules that span fields: what points where, and what comes after what. */
export function crossChecks(c: Consignment): Problem[] {
  const problems: Problem[] = [];
  const say = (path: string, message: string): void => void problems.push({ path, message });
  const lineIds = new Set(c.lines.map((l) => l.id));
  const boxIds = new Set(c.boxes.map((b) => b.id));
  if (lineIds.size < c.lines.length) say('lines', 'Two order lines share an id.');
  if (boxIds.size < c.boxes.length) say('boxes', 'Two boxes share an id.');
  if (new Set(c.bags.map((b) => b.id)).size < c.bags.length) say('bags', 'Two bags share an id.');
  c.bags.forEach((b, i) => {
    if (!boxIds.has(b.boxId)) say(`bags.${i}.boxId`, `Bag ${b.id} is in box ${b.boxId}, which is not there.`);
    for (const a of b.animals)
      if (!lineIds.has(a.lineId)) say(`bags.${i}.animals`, `Bag ${b.id} holds line ${a.lineId}, which is not ordered.`);
  });
  for (const l of c.lines) {
    const bagged = c.bags.flatMap((b) => b.animals).filter((a) => a.lineId === l.id);
    const sum = bagged.reduce((n, a) => n + a.count, 0);
    if (c.bags.length > 0 && sum > l.count) say('bags', `Line ${l.id} has ${l.count} animals, but ${sum} are bagged.`);
  }
  c.bags.forEach((b, i) => {
    const tanks = c.lines.filter((l) => b.animals.some((a) => a.lineId === l.id)).map((l) => l.tank);
    const [first, ...rest] = tanks.map((t) => ({ t, salinity: waterOfTank(c, t).salinity }));
    const other = rest.find((x) => Math.abs(x.salinity - first!.salinity) > 5);
    if (other)
      say(
        `bags.${i}.animals`,
        `Bag ${b.id} mixes fish of tanks ${first!.t} and ${other.t}, whose salt differs: bag them apart.`,
      );
  });
  c.lines.forEach((l, i) => {
    if (l.into && l.into !== c.tank.name && !c.otherTanks?.some((t) => t.name === l.into))
      say(`lines.${i}.into`, `The receiving tank ${l.into} is not described.`);
  });
  for (const [name, value] of Object.entries(c.assumptions)) {
    const problem = assumptionProblem(name as AssumptionName, value!);
    if (problem) say(`assumptions.${name}`, problem);
  }
  if (c.window && Date.parse(c.window.endAt) < Date.parse(c.window.startAt))
    say('window.endAt', 'The delivery window ends before it starts.');
  if (Date.parse(c.openingAt) <= Date.parse(c.handOverAt))
    say('openingAt', 'The box is opened after it is handed over.');
  if (c.window && Date.parse(c.window.startAt) <= Date.parse(c.handOverAt))
    say('window.startAt', 'The delivery comes after the hand-over.');
  if (Date.parse(c.openingAt) - Date.parse(c.handOverAt) > 14 * 864e5)
    say('openingAt', 'A journey of more than 14 days is not planned here.');
  return problems;
}

/** Lines of which some animals have no bag yet, once any bag is planned. */
export const unbagged = (
  c: Pick<Consignment, 'lines' | 'bags'>,
): { lineId: string; count: number; missing: number }[] =>
  c.bags.length === 0
    ? []
    : c.lines.flatMap((l) => {
        const inBags = c.bags.flatMap((b) => b.animals).reduce((n, a) => n + (a.lineId === l.id ? a.count : 0), 0);
        return inBags < l.count ? [{ lineId: l.id, count: l.count, missing: l.count - inBags }] : [];
      });
