import { z } from 'zod';
import { count, text } from '@/core/quantities/shapes';
import type { Facts } from './facts';
import { projectFacts, factsBetween } from './project-facts';
import { problemsOf, refuse, type Outcome } from './outcome';
import { crossChecks } from './rules';
import { fileSchema, FORMAT, type Consignment, type ConsignmentFile } from './schema';
import { upgraded } from './upgrade';

/** What a file holds beside the consignment itself. */
export type History = Pick<ConsignmentFile, 'observations' | 'events' | 'movements' | 'predictions' | 'traces'>;

export const noHistory = (): History => ({ observations: [], events: [], movements: [], predictions: [] });

/** A file of a consignment and everything that happened to it; `actual` is the view of its facts. */
export const fileOf = (c: Consignment, history: History): ConsignmentFile => ({
  ...c,
  actual: projectFacts(history),
  ...history,
});

/** Takes a file apart. */
function partsOf(file: ConsignmentFile): { consignment: Consignment; history: History } {
  const { observations, events, movements, predictions, traces, ...consignment } = file;
  return { consignment, history: { observations, events, movements, predictions, ...(traces ? { traces } : {}) } };
}

/** Facts of a file that tells how things stand and not by which facts: written by hand, or by another program. */
function factsIn(c: Consignment, told: Facts): Facts {
  if (told.observations.length > 0 || told.events.length > 0) return told;
  const { handedOverAt, sealedAt } = c.actual;
  return factsBetween(told, c.actual, { at: handedOverAt ?? sealedAt ?? c.handOverAt, by: '', method: 'file' });
}

/**
 * Reads a consignment file of any released version: format first, then every field, then the rules that span them.
 * Where facts and `actual` disagree, the facts hold.
 */
export function readFile(json: unknown): Outcome<{ consignment: Consignment; history: History }> {
  const head = z.object({ format: text(80), version: count(1e6, 'The version') }).safeParse(json);
  if (!head.success || head.data.format !== FORMAT)
    return refuse('format', `This is not a shipment file: "format" should be "${FORMAT}".`);
  const now = upgraded(json as Record<string, unknown>);
  if (!now.ok) return now;
  const parsed = fileSchema.safeParse({ observations: [], events: [], movements: [], predictions: [], ...now.value });
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { consignment, history } = partsOf(parsed.data);
  const facts = factsIn(consignment, history);
  const c = { ...consignment, actual: projectFacts(facts) };
  const cross = crossChecks(c);
  return cross.length > 0
    ? { ok: false, problems: cross }
    : { ok: true, value: { consignment: c, history: { ...history, ...facts } } };
}

/** The consignment of a file, without its history. */
export function readConsignment(json: unknown): Outcome<Consignment> {
  const read = readFile(json);
  return read.ok ? { ok: true, value: read.value.consignment } : read;
}
