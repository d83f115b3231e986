import type { Facts } from '@/core/consignment/facts';
import { readFile } from '@/core/consignment/file';
import { newIn, readFound, strangerIn } from '@/core/consignment/found-reader';
import { FOUND_FORMAT, joined, partsIn, type ReceiverReport, type FoundPhoto } from '@/core/consignment/found-file';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { crossChecks } from '@/core/consignment/rules';
import { consignmentSchema, type Consignment } from '@/core/consignment/schema';
import { projectFacts, mergeFacts } from '@/core/consignment/project-facts';
import { change, find } from '@/server/consignment/change';
import { LARGEST_FILE, tooLarge } from '@/core/consignment/file-size';
import { putConsignment } from '@/server/consignment/store';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';
import { foretell } from '@/server/jobs/thinker';
import { isChronological } from '@/server/pack/events';
import { drawPhoto, storePhoto, type DrawnPhoto } from '@/server/photo/photos';

/** What came back as JSON: a file, or the parts of its text as they were copied or read from a screen. */
function jsonIn(text: string): Outcome<unknown> {
  const parts = partsIn(text);
  const whole = parts.length > 0 ? joined(parts) : { ok: true as const, json: text.replace(/^\uFEFF/, '') };
  if (!whole.ok) return refuse('file', whole.message);
  try {
    return { ok: true, value: JSON.parse(whole.json) };
  } catch (error) {
    return refuse('file', `This is not a JSON file: ${(error as Error).message}.`);
  }
}

const isFound = (json: unknown): boolean =>
  typeof json === 'object' && json !== null && (json as { format?: unknown }).format === FOUND_FORMAT;

/** A picture of a card, drawn anew, with what it is of. */
export interface Pictured extends Omit<FoundPhoto, 'jpeg'> {
  drawn: DrawnPhoto;
}

/** The pictures of a receiver’s file, drawn anew before anything is written; none where it has none, or is not readable. */
export async function picturesIn(text: string): Promise<Pictured[]> {
  if (text.length > LARGEST_FILE) return [];
  const json = jsonIn(text);
  if (!json.ok || !isFound(json.value)) return [];
  const read = readFound(json.value);
  if (!read.ok) return [];
  const out: Pictured[] = [];
  for (const { subject, at, jpeg } of read.value.found.photos) {
    const drawn = await drawPhoto(Buffer.from(jpeg, 'base64'));
    if (drawn.ok) out.push({ subject, at, drawn: drawn.value });
  }
  return out;
}

/**
 * What the receiver found, from the file or the text they sent back: what a card wrote, or a whole consignment file. Instants,
 * readings, counts, signs and pictures that are not known here yet are taken; what is known here stays. What a hand has
 * changed since the card wrote it is taken only where `asItIs` says so, and marked as from a file.
 */
export function takeOutcome(
  house: House,
  code: string,
  text: string,
  asItIs = false,
  pictures: readonly Pictured[] = [],
): Outcome<StoredConsignment> {
  if (text.length > LARGEST_FILE) return tooLarge(text.length);
  const json = jsonIn(text);
  if (!json.ok) return json;
  if (!isFound(json.value)) return takeFile(house, code, json.value);
  const read = readFound(json.value);
  if (!read.ok) return read;
  const { found, changed } = read.value;
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  if (found.id !== c.id) return another(found.code, c.code);
  const stranger = strangerIn(found, c);
  if (stranger) return refuse('file', `It is about ${stranger}, which ${c.code} does not have. Nothing was imported.`);
  if (found.observations.length + found.events.length + found.photos.length === 0)
    return refuse('file', 'Nothing in this file yet: no opening, no reading.');
  if (changed && !asItIs)
    return refuse(
      'changed',
      'This file was changed after the card saved it. Ask for the original; or import it, with every figure marked as from a file.',
    );
  return takeFound(house, stored.value, found, changed, pictures);
}

const another = (theirs: string, ours: string) =>
  refuse('file', `This file is from ${theirs}, another shipment; not imported for ${ours}.`);

/** A clock that goes before by more than this is wrong, and not only fast. */
const AHEAD_MS = 3600_000;

/** What a card told, as facts of their own by whoever received. */
function takeFound(
  house: House,
  stored: StoredConsignment,
  found: ReceiverReport,
  changed: boolean,
  pictures: readonly Pictured[],
): Outcome<StoredConsignment> {
  const c = stored.document;
  const by = (found.by || c.receiver.name).slice(0, 60);
  const here = house.facts.of(c.id);
  const fresh: Facts = newIn(found, here, by, changed ? 'file' : undefined);
  const news = pictures.filter(
    (p) => !here.observations.some((o) => o.quantity === 'photo' && o.at === p.at && o.subject.id === p.subject.id),
  );
  if (fresh.observations.length + fresh.events.length + news.length === 0)
    return refuse('file', 'Everything in this file is already here.');
  const told = projectFacts(mergeFacts(here, fresh));
  const latest = [...fresh.observations, ...fresh.events].reduce((ms, f) => Math.max(ms, Date.parse(f.at)), 0);
  if (latest > house.nowMs() + AHEAD_MS)
    return refuse('file', 'It is about a time in the future. Was their device’s clock right?');
  if (!isChronological(told))
    return refuse(
      'file',
      'It is about an arrival before drop-off, or an opening before arrival. Was their device’s clock right?',
    );
  const next = consignmentSchema.safeParse({ ...c, actual: { ...c.actual, ...told } } satisfies Consignment);
  if (!next.success) return { ok: false, problems: problemsOf(next.error) };
  const cross = crossChecks(next.data);
  if (cross.length > 0) return { ok: false, problems: cross };
  house.db.transaction(() => {
    house.facts.append(c.id, fresh, stored.version + 1, house.nowIso());
    for (const p of news) {
      const photo = storePhoto(house, p.drawn, p.at);
      const came = { by, version: stored.version + 1, recordedAt: house.nowIso() };
      house.facts.seen(c.id, { at: p.at, subject: p.subject, photo }, came);
    }
    const subject = `${fresh.observations.length} facts and ${news.length} pictures by ${by}`;
    const put = putConsignment(house, stored, next.data, 'what the receiver found', { kind: 'measured', subject });
    if (!put) throw new Error('changed meanwhile');
    if (told.openedAt && !c.actual.openedAt) foretell(house, c, 'opening', told.openedAt);
  })();
  return find(house, c.code);
}

/** Instants, readings and counts of a whole consignment file that are not known here yet. */
function takeFile(house: House, code: string, json: unknown): Outcome<StoredConsignment> {
  const read = readFile(json);
  if (!read.ok) return read;
  const theirs = read.value.consignment;
  return change(
    house,
    code,
    null,
    'what the receiver found',
    (c) => {
      if (theirs.id !== c.id) return another(theirs.code, c.code);
      if (!theirs.actual.openedAt && theirs.actual.bags.length === 0)
        return refuse('file', 'Nothing in this file yet: no opening, no reading.');
      const ours = c.actual;
      const known = new Set(ours.bags.map((b) => b.bagId));
      return {
        ok: true,
        value: {
          ...c,
          actual: {
            ...ours,
            arrivedAt: ours.arrivedAt ?? theirs.actual.arrivedAt,
            openedAt: ours.openedAt ?? theirs.actual.openedAt,
            bags: [...ours.bags, ...theirs.actual.bags.filter((b) => !known.has(b.bagId))],
            tanks: { ...theirs.actual.tanks, ...ours.tanks },
          },
        },
      };
    },
    { kind: 'measured', subject: 'by the receiver' },
  );
}
