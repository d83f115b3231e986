import { z } from 'zod';
import { catalogue as shipped } from '@/core/catalogue';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { crateById, crates } from '@/core/practice/crates';
import { crateFrom } from '@/core/practice/from-past';
import { scoreOf } from '@/core/practice/job';
import { choicesSchema, readCrate, type Crate } from '@/core/practice/schema';
import { idText } from '@/core/quantities/shapes';
import { find } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import { LARGEST_FILE } from '@/core/consignment/file-size';
import { fitsOf } from '@/server/logbook/digest';
import type { House } from '@/server/house';

/** A crate of the shelf, or one of the house's own. */
export const crateOfId = (house: House, crateId: string): Crate | null =>
  crateById(crateId) ?? house.practice.crate(crateId);

/** The animal a crate is about. */
const speciesIn = (c: Crate): string =>
  c.play.kind === 'shipping' ? (c.play.consignment.lines[0]?.speciesId ?? '') : c.play.speciesId;

const kindWords = { shipping: 'Pack and send', opening: 'Open', weeks: 'Quarantine', dosing: 'Dose' } as const;

/** Every crate with how it went so far. */
export function practiceView(house: House) {
  const plays = house.practice.plays();
  const own = house.practice.crates();
  const all = [...crates.map((c) => ({ c, own: false })), ...own.map((c) => ({ c, own: true }))];
  const rows = all.map(({ c, own: mine }) => {
    const of = plays.filter((p) => p.crateId === c.id);
    const won = of.filter((p) => p.score.won);
    const cheapest = won.reduce<number | null>(
      (m, p) => (m === null ? p.score.spent : Math.min(m, p.score.spent)),
      null,
    );
    return {
      id: c.id,
      title: c.title,
      story: c.story,
      kind: kindWords[c.play.kind],
      own: mine,
      species: shipped.species.find((s) => s.id === speciesIn(c)) ?? null,
      plays: of.length,
      won: won.length,
      best: cheapest,
    };
  });
  return { rows, won: rows.filter((r) => r.won > 0).length };
}
export type PracticeView = ReturnType<typeof practiceView>;

/** One crate to be played, and the earlier tries; null where there is none of that name. */
export function crateView(house: House, crateId: string) {
  const crate = crateOfId(house, crateId);
  if (!crate) return null;
  const tries = house.practice.plays().filter((p) => p.crateId === crateId);
  const at = crates.findIndex((c) => c.id === crateId);
  return {
    crate,
    own: at < 0,
    tries: tries.map((p) => ({ at: p.at, seed: p.seed, score: p.score })),
    next: at >= 0 ? (crates[at + 1]?.id ?? null) : null,
    species: shipped.species.find((s) => s.id === speciesIn(crate)) ?? null,
    names: Object.fromEntries(
      [...shipped.boxes, ...shipped.packs, ...shipped.services, ...shipped.species].map((r) => [r.id, r.name]),
    ),
    costs: Object.fromEntries([...shipped.boxes, ...shipped.packs].map((r) => [r.id, r.cost])),
  };
}
export type CrateView = NonNullable<ReturnType<typeof crateView>>;

const playInput = z.object({ crateId: idText(60), seed: z.int().min(0).max(1_000_000), choices: choicesSchema });
export type PlayInput = z.input<typeof playInput>;

/** Keeps a play, with the score that its choices make: it is computed here and not taken from the screen. */
export function keepPlay(house: House, input: unknown): Outcome<null> {
  const parsed = playInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { crateId, seed, choices } = parsed.data;
  const crate = crateOfId(house, crateId);
  if (!crate) return refuse('crateId', 'This practice shipment does not exist.');
  const score = scoreOf(crate, choices, seed);
  if (!score.ok) return score;
  house.practice.keepPlay({ crateId, at: house.nowIso(), seed, choices, score: score.value });
  return { ok: true, value: null };
}

/** Takes in a crate from a file. One of a name that the shelf has is refused; one’s own of that name is replaced. */
export function keepCrate(house: House, text: unknown): Outcome<string> {
  if (typeof text !== 'string' || text.length > LARGEST_FILE)
    return refuse('file', 'This file is too large for a practice shipment.');
  let json: unknown;
  try {
    json = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    return refuse('file', `This is not a JSON file: ${(error as Error).message}.`);
  }
  const read = readCrate(json);
  if (!read.ok) return read;
  if (crateById(read.value.id)) return refuse('id', `“${read.value.id}” is already the name of a practice shipment.`);
  house.practice.keepCrate(read.value, house.nowIso());
  return { ok: true, value: read.value.id };
}

export function dropCrate(house: House, crateId: unknown): Outcome<null> {
  return typeof crateId === 'string' && house.practice.dropCrate(crateId)
    ? { ok: true, value: null }
    : refuse('crateId', 'Only your own practice shipments can be deleted.');
}

/** Makes a practice crate of a consignment that was opened: what its readings say of box and packs is its hidden truth. */
export function crateOfPast(house: House, code: unknown): Outcome<string> {
  const stored = find(house, String(code));
  if (!stored.ok) return stored;
  const c = stored.value.document;
  if (c.bags.length === 0 || !c.forecast) return refuse('code', `${c.code} has no plan to practise with.`);
  const catalogue = catalogueOf(c, house);
  const known = (list: readonly { id: string }[], rowId: string): boolean => list.some((r) => r.id === rowId);
  if (
    c.lines.some((l) => !known(shipped.species, l.speciesId)) ||
    !known(shipped.services, c.serviceId) ||
    c.boxes.some((b) => !known(shipped.boxes, b.boxTypeId))
  )
    return refuse('code', 'It uses your own supplies or species; practice knows only the standard ones.');
  const fit = c.actual.openedAt ? [...(fitsOf(house, c, catalogue)?.fits.values() ?? [])][0] : undefined;
  const row = house.logbook.byId(c.id);
  const crateId = `past-${c.code.toLowerCase()}`;
  const lateH = row?.lateH !== null && row !== null && row.lateH > 6 ? row.lateH : 0;
  const clamp = (x: number): number => Math.min(2.5, Math.max(0.4, Math.round(100 * x) / 100));
  const crate = crateFrom(c, catalogue, {
    id: crateId,
    title: `${c.code} again`,
    hidden: {
      lossTimes: clamp(fit?.loss ?? 1),
      packTimes: clamp(fit?.packs[0]?.strength ?? 1),
      duds: fit?.dud ? 1 : 0,
      delayH: Math.min(120, Math.round(lateH)),
    },
    alive:
      row && row.counted > 0
        ? row.alive === row.counted
          ? 'All arrived alive.'
          : `${row.alive} of ${row.counted} arrived alive.`
        : 'Not counted.',
  });
  const checked = readCrate(JSON.parse(JSON.stringify(crate)));
  if (!checked.ok) return checked;
  house.practice.keepCrate(checked.value, house.nowIso());
  return { ok: true, value: crateId };
}
