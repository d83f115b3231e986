import type { Prediction } from '@/core/consignment/prediction';
import type { Consignment } from '@/core/consignment/schema';
import type { Job } from '@/core/evaluate/job';
import { catalogueOf, drawsOf, hasDraws, isLarge, ofThisEngine, stepOf } from '@/server/consignment/result';
import type { House } from '@/server/house';
import { wasStopped } from './pool';
import { doWork, type Works } from './work';

const jobOf = (house: House, c: Consignment): Job => ({
  consignment: c,
  catalogue: catalogueOf(c, house),
  calendar: house.calendar(c),
  options: { draws: c.actual.openedAt ? 0 : drawsOf(c, house.draws), stepH: stepOf(c) },
});

const unexpected = (what: string) => (error: unknown) => console.error(`${what} could not be computed.`, error);

/**
 * The figures of a consignment with its odds follow a save: of several saves those of the newest state only. Whatever
 * comes too late for its state is dropped.
 */
export function figuresFollow(house: House, id: string, version: number): void {
  const { thinker } = house;
  if (!thinker) return;
  const figures = new Promise<void>((resolve) => {
    // After the transaction: of what was rolled back, or changed again meanwhile, nothing is computed.
    setImmediate(() => {
      if (!house.db.open || house.consignments.versionOf(id) !== version) return resolve();
      const { document: c } = house.consignments.byId(id)!;
      thinker
        .run('figures', jobOf(house, c), `figures ${id}`)
        .then((r) => {
          if (r.ok && house.db.open && !house.gone()) house.consignments.setResult(id, r.value, version);
        })
        .catch(unexpected(`The figures of ${c.code}`))
        .finally(resolve);
    });
  });
  underWay.set(id, figures);
  void figures.finally(() => underWay.get(id) === figures && underWay.delete(id));
}

const underWay = new Map<string, Promise<void>>();
/** A page waits this long for figures that are on their way, and then shows the journey as planned. */
const PATIENCE_MS = 800;

/** The figures of plans that are still open and were told by another engine are computed when the server starts. */
export function figuresOfThisEngine(house: House): void {
  for (const { document, version, result } of house.consignments.page('open', -1, 0).read)
    if (result && !ofThisEngine(result)) figuresFollow(house, document.id, version);
}

/** Waits a moment for the figures of a consignment, so that a page tells the ones that stay; begins them where nobody has. */
export async function figuresReady(house: House, code: string): Promise<void> {
  const stored = house.thinker && house.consignments.byCode(code);
  if (!stored || hasDraws(stored.result) || stored.document.actual.openedAt) return;
  const { id } = stored.document;
  if (!underWay.has(id)) figuresFollow(house, id, stored.version);
  // Those of hundreds of bags take longer than anybody waits.
  if (isLarge(stored.document)) return;
  const patience = new Promise<void>((resolve) => setTimeout(resolve, PATIENCE_MS).unref());
  await Promise.race([underWay.get(id), patience]);
}

/**
 * What is foretold at a moment is kept for good. Where it is computed later, what it is computed from is written down in
 * the same transaction: a server that dies in between computes it from that when it starts again.
 */
export function foretell(house: House, c: Consignment, moment: Prediction['moment'], at: string): void {
  const asks = { ...jobOf(house, c), moment, at, options: { draws: drawsOf(c, house.draws), stepH: stepOf(c) } };
  if (!house.thinker) {
    const r = doWork('foretell', asks);
    if (r.ok) house.facts.predict(c.id, r.value);
    return;
  }
  house.owed.owe(c.id, moment, at, asks);
  // After the transaction: what is rolled back is not computed.
  setImmediate(() => payForetold(house));
}

/** Computes every prediction that is owed. */
export function payForetold(house: House): void {
  if (!house.thinker || !house.db.open) return;
  for (const owed of house.owed.all())
    house.thinker
      .run('foretell', owed.asks as Works['foretell']['asks'], `predict ${owed.n}`)
      .then((r) => {
        if (!house.db.open || house.gone()) return;
        // What was not done is still owed.
        if (wasStopped(r)) return;
        house.db.transaction(() => {
          if (house.owed.paid(owed.n) && r.ok) house.facts.predict(owed.consignmentId, r.value);
        })();
      })
      .catch(unexpected('A prediction'));
}
