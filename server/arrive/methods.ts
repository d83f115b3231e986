import { adviceOf, compareLanes, waterRead, type MethodAdvice, type Compared } from '@/core/acclimation/compare';
import { openedFrom } from '@/core/acclimation/opened';
import type { TransferGroup } from '@/core/acclimation/recommend';
import type { OpenedBag } from '@/core/acclimation/vessel';
import { withOverrides } from '@/core/catalogue/assumptions';
import { tanksOfBag } from '@/core/consignment/arrival-counts';
import type { Consignment } from '@/core/consignment/schema';
import { seenOf } from '@/core/consignment/seen-signs';
import { copperIn, pathOf, signsNow } from '@/core/consignment/signs';
import { tankOfLine } from '@/core/consignment/waters';
import { assume, type AssumedTank } from '@/core/consignment/assume';
import type { Evaluation } from '@/core/evaluate/evaluate';
import { foretold, judgedMs, stepAt } from '@/core/evaluate/opened';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';
import { residentsOf } from './residents';

/** What is known of methods stays known: a page is looked at more often than its water changes. */
const cache = new Map<string, MethodAdvice>();

function advised(waters: readonly OpenedBag[], tank: AssumedTank, who: TransferGroup, c: Consignment): MethodAdvice {
  const key = JSON.stringify([waters, tank, who, c.assumptions]);
  const known = cache.get(key);
  if (known) return known;
  if (cache.size > 200) cache.clear();
  const found = adviceOf(waters, tank, who, withOverrides(c.assumptions));
  cache.set(key, found);
  return found;
}

/** Every bag as it would be opened at an instant. */
export function arrivingBags(house: House, c: Consignment, e: Evaluation, nowMs: number) {
  const catalogue = catalogueOf(c, house);
  const { observations } = house.facts.of(c.id);
  const hours = stepAt(e, judgedMs(c, e, nowMs)) * e.stepH;
  return c.bags.map((b) => {
    const reading = c.actual.bags.find((r) => r.bagId === b.id);
    const told = foretold(c, e, catalogue, b.id);
    return {
      id: b.id,
      lines: b.animals.map((x) => x.lineId).join('+'),
      into: tanksOfBag(c, b),
      path: pathOf(signsNow(seenOf(observations, 'bag', b.id)), b.sedated),
      kinds: e.bags.find((x) => x.id === b.id)!.species,
      opened: openedFrom(told, hours, reading, e.assumptions),
      computed: openedFrom(told, hours, undefined, e.assumptions),
      read: waterRead(reading),
      copper: copperIn(signsNow(seenOf(observations, 'box', b.boxId))),
    };
  });
}

/** The bags of a consignment that are opened alike, the weak ones first, with every way of opening on their water. */
export function methodComparisons(house: House, c: Consignment, e: Evaluation, nowMs: number): Compared<AssumedTank>[] {
  const assumed = assume(c, catalogueOf(c, house), e.assumptions);
  return compareLanes(
    arrivingBags(house, c, e, nowMs),
    (name) => {
      const tank = tankOfLine(assumed, name);
      // Who lives in an own tank is known here better than when the order was written.
      const lived = c.direction !== 'outgoing' && residentsOf(house, name).length > 0;
      return lived ? { ...tank, residents: true } : tank;
    },
    e.assumptions,
    (waters, tank, who) => advised(waters, tank, who, c),
  );
}
