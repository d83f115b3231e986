import { assumptionProblem, type AssumptionName } from '@/core/catalogue/assumptions';
import type { Problem } from './outcome';
import type { Bag, Consignment } from './schema';
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
  c.bags.forEach((b, i) => {
    const tanks = c.lines.filter((l) => b.animals.some((a) => a.lineId === l.id)).map((l) => l.tank);
    const [first, ...rest] = tanks.flatMap((t) => {
      const { salinity } = waterOfTank(c, t);
      return salinity === undefined ? [] : [{ t, salinity }];
    });
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
  if (Date.parse(c.openingAt) <= Date.parse(c.handOverAt)) say('openingAt', 'The box must be opened after drop-off.');
  if (c.window && Date.parse(c.window.startAt) <= Date.parse(c.handOverAt))
    say('window.startAt', 'Delivery must be after drop-off.');
  if (Date.parse(c.openingAt) - Date.parse(c.handOverAt) > 14 * 864e5)
    say('openingAt', 'Journeys over 14 days cannot be planned.');
  return problems;
}

/** Lines whose animals are not all in a bag, or of which more are bagged than ordered, once any bag is planned. */
export const miscounts = (c: {
  lines: readonly { id: string; count: number }[];
  bags: readonly Pick<Bag, 'animals'>[];
}): { lineId: string; ordered: number; bagged: number }[] =>
  c.bags.length === 0
    ? []
    : c.lines.flatMap((l) => {
        const bagged = c.bags.flatMap((b) => b.animals).reduce((n, a) => n + (a.lineId === l.id ? a.count : 0), 0);
        return bagged === l.count ? [] : [{ lineId: l.id, ordered: l.count, bagged }];
      });

/** Counts that do not add up, in words: "2 of 8 Lemon tetra without a bag", "9 Lemon tetra bagged, 8 ordered". */
export const miscountWords = (m: ReturnType<typeof miscounts>[number], name: string): string =>
  m.bagged < m.ordered
    ? `${m.ordered - m.bagged} of ${m.ordered} ${name} without a bag`
    : `${m.bagged} ${name} bagged, ${m.ordered} ordered`;
