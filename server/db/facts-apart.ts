import type { Actual, Facts } from '@/core/consignment/facts';
import { factsBetween, mergeFacts } from '@/core/consignment/project-facts';
import type { Consignment } from '@/core/consignment/schema';
import { upgraded, type Json } from '@/core/consignment/upgrade';
import { factRepository } from './facts';
import type { Db } from './db';
import { planStore } from './plans';

interface State {
  version: number;
  document: string;
  at: string;
}

/** Facts of ticks that stand, numbered on from what is there. */
function tickFacts(ticks: readonly { key: string; at: string }[], from: number): Facts {
  return {
    observations: [],
    events: ticks.map((t, i) => ({
      n: from + i,
      at: t.at,
      kind: 'ticked' as const,
      subject: { kind: 'step' as const, id: t.key },
      note: '',
      by: '',
      strikes: null,
    })),
  };
}

/**
 * The second half of migration 4: what happened leaves the documents. Earlier states are read in their order, so that a
 * reading that was overwritten becomes a fact of its own, with the instant it had; then every document, earlier state
 * included, is stored in the present shape, forecasts by their content.
 */
export function factsApart(db: Db): void {
  const plans = planStore(db);
  const facts = factRepository(db);
  const setRow = db.prepare('UPDATE consignment SET document = ? WHERE id = ?');
  const setRevision = db.prepare('UPDATE revision SET document = ? WHERE consignment_id = ? AND version = ?');
  const all = db
    .prepare<[], State & { id: string }>('SELECT id, version, document, updated_at AS at FROM consignment')
    .all();
  const revisions = db.prepare<[string], State>(
    'SELECT version, document, at FROM revision WHERE consignment_id = ? ORDER BY version',
  );
  const ticks = db.prepare<[string], { key: string; at: string }>(
    'SELECT key, at FROM tick WHERE consignment_id = ? ORDER BY at, key',
  );
  for (const { id, ...now } of all) {
    const earlier = revisions.all(id);
    const states = [...earlier, now];
    let told: Facts = { observations: [], events: [] };
    states.forEach((state, i) => {
      const json = upgraded(JSON.parse(state.document) as Json);
      if (!json.ok) throw new Error(`${id}, version ${state.version}: ${json.problems[0]!.message}`);
      const c = json.value as unknown as Consignment & { actual: Actual };
      // A revision carries the instant of the change that followed it.
      const at = i === 0 ? (earlier[0]?.at ?? state.at) : states[i - 1]!.at;
      const fresh = factsBetween(told, c.actual, { at, by: '' });
      const version = i === 0 ? state.version : states[i - 1]!.version + 1;
      facts.append(id, fresh, version, at);
      told = mergeFacts(told, fresh);
      const document = plans.encode(c, at);
      if (i < earlier.length) setRevision.run(document, id, state.version);
      else setRow.run(document, id);
    });
    facts.append(id, tickFacts(ticks.all(id), facts.next(id)), now.version, now.at);
  }
  db.exec('DROP TABLE tick');
}
