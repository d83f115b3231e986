import { roleName } from '@/words/en/roles';
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { text } from '@/core/quantities/shapes';
import { DAY, MIN } from '@/core/quantities/time';
import type { House } from '@/server/house';
import type { KnownPerson } from '@/server/db/people';
import { isCommon } from './common';
import { fingerprint, hashOf, isPassphrase, newCode, newToken, plainCode, signed, unsigned } from './secrets';
import { roles, type Role } from './rights';
import type { Tries } from './tries';

/** A code lets one phone in within ten minutes. */
export const CODE_MIN = 10;
/** A phone that was not seen for this long has to be let in anew; a helper’s hands come back every week. */
const IDLE_DAYS: Record<Role, number> = { owner: 30, helper: 90, looker: 90 };
/** How often it is written down that a session was seen. */
const SEEN_EVERY_MS = MIN;
/** Characters of a passphrase; long ones are welcome, and any letters. */
const SHORTEST = 12;

const nameSchema = text(40).min(1, 'Enter a name. It is shown beside every entry.');
const invitationSchema = z.object({
  name: nameSchema,
  role: z.preprocess(
    (v) => (v === 'viewer' ? 'looker' : v),
    z.enum(roles, { error: 'Choose owner, helper or viewer.' }),
  ),
});
export type InvitationInput = z.input<typeof invitationSchema>;

const SECRET = 'room secret';
/** The key that signs cookies; made once, and never shown. */
function keyOf(house: House): string {
  const stored = house.arrivals.setting(SECRET);
  if (stored) return stored;
  const made = newToken();
  house.arrivals.setSetting(SECRET, made);
  return made;
}

/** The name of this house’s cookie: two houses on one machine do not take each other’s. */
export const cookieName = (house: House): string => `kindly-${fingerprint(keyOf(house)).slice(0, 8)}`;

/** Who a cookie belongs to, while its session is open. */
export function knownBy(house: House, cookie: string | null | undefined): KnownPerson | null {
  const token = cookie ? unsigned(cookie, keyOf(house)) : null;
  if (token === null) return null;
  const now = house.nowMs();
  const known = house.people.known(fingerprint(token), new Date(now).toISOString());
  if (known && now - Date.parse(known.seenAt) > SEEN_EVERY_MS)
    house.people.seen(known.sessionId, new Date(now).toISOString(), endsAt(now, known.role));
  return known;
}

const endsAt = (nowMs: number, role: Role): string => new Date(nowMs + IDLE_DAYS[role] * DAY).toISOString();

/** Opens a session; its cookie is told once, and stored as a hash. */
function begin(house: House, person: { id: string; role: Role }, device: string): string {
  const token = newToken();
  const now = house.nowMs();
  house.people.begin({
    id: randomUUID(),
    token: fingerprint(token),
    personId: person.id,
    device: device.slice(0, 60),
    at: new Date(now).toISOString(),
    endsAt: endsAt(now, person.role),
  });
  return signed(token, keyOf(house));
}

/** A one-time code for a phone, with the name and role it brings. The code is told once, and stored as a hash. */
export function invite(house: House, input: unknown): Outcome<{ code: string; endsAt: string }> {
  const parsed = invitationSchema.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { name, role } = parsed.data;
  const there = house.people.byName(name);
  if (there && there.role !== role)
    return refuse('role', `${there.name} is ${roleName(there.role)} here; all their phones have the same role.`);
  const code = newCode();
  const now = house.nowMs();
  const until = new Date(now + CODE_MIN * MIN).toISOString();
  house.people.invite({ code: fingerprint(code), name, role, at: new Date(now).toISOString(), endsAt: until });
  house.deeds.tell(house.nowIso(), `invited ${name} as ${roleName(role)}`, '/settings/people');
  return { ok: true, value: { code, endsAt: until } };
}

export interface Entered {
  cookie: string;
  name: string;
  role: Role;
}
const NOT_OPEN =
  'This code is not valid. A code works once, for ten minutes. Ask for a new one under Settings, People and phones.';

const waitWords = (ms: number): string =>
  ms > 90_000 ? `${Math.ceil(ms / MIN)} minutes` : `${Math.max(1, Math.ceil(ms / 1000))} seconds`;

/** Why a try from there has to wait; null where it may be made. */
function waits(house: House, tries: Tries, from: string): Outcome<never> | null {
  const ms = tries.waitMs(from, house.nowMs());
  return ms > 0 ? refuse('wait', `Too many wrong tries. Try again in ${waitWords(ms)}.`) : null;
}

/** A phone comes in by a code. */
export function enterByCode(
  house: House,
  tries: Tries,
  asked: { code: string; device: string; from: string },
): Outcome<Entered> {
  const wait = waits(house, tries, asked.from);
  if (wait) return wait;
  const code = fingerprint(plainCode(asked.code));
  const at = house.nowIso();
  const invitation = house.people.invitation(code, at);
  if (!invitation || !house.people.useUp(code, at)) {
    if (tries.missed(asked.from, house.nowMs()) && house.people.closeAll(at) > 0)
      house.deeds.tell(at, 'cancelled all codes after ten wrong tries', '/settings/people');
    return refuse('code', NOT_OPEN);
  }
  tries.right(asked.from);
  const { name, role } = invitation;
  const there = house.people.byName(name);
  const person = there ?? { id: randomUUID(), name, role };
  if (!there) house.people.add(person, at);
  const cookie = begin(house, person, asked.device);
  house.deeds.tell(
    at,
    `let in ${person.name} (${roleName(person.role)}) on ${asked.device || 'a phone'}`,
    '/settings/people',
  );
  return { ok: true, value: { cookie, name: person.name, role: person.role } };
}

/** The owner comes in by the passphrase. */
export async function enterByPassphrase(
  house: House,
  tries: Tries,
  asked: { passphrase: string; device: string; from: string },
): Promise<Outcome<Entered>> {
  const wait = waits(house, tries, asked.from);
  if (wait) return wait;
  const keeper = house.people.keeper();
  if (!keeper) return refuse('passphrase', 'No passphrase is set. Ask the owner for a code.');
  // A try counts before it is known to be right: many at once are as slow as one after another.
  tries.missed(asked.from, house.nowMs());
  if (asked.passphrase.length > 200 || !(await isPassphrase(asked.passphrase, keeper.passphrase)))
    return refuse('passphrase', 'Wrong passphrase.');
  tries.right(asked.from);
  const person = house.people.all().find((p) => p.id === keeper.id)!;
  return {
    ok: true,
    value: { cookie: begin(house, person, asked.device), name: person.name, role: person.role },
  };
}

const passphraseSchema = z.object({
  name: nameSchema,
  passphrase: z
    .string()
    .min(SHORTEST, `A passphrase has ${SHORTEST} characters or more: four or five unrelated words.`)
    .max(200, 'A passphrase has 200 characters at most.')
    .refine((p) => !isCommon(p), 'This is too easy to guess. Use four or five unrelated words.'),
  now: z.string().max(200).optional(),
});
export type PassphraseInput = z.input<typeof passphraseSchema>;

/** A passphrase that was thought out and not yet kept. */
export interface NewPassphrase {
  name: string;
  hash: string;
  /** Who held the one before; null where there was none. */
  keeper: string | null;
}

/** What a new passphrase is made from: hashed before anything is written, the earlier one checked. */
export async function thinkPassphrase(house: House, input: unknown): Promise<Outcome<NewPassphrase>> {
  const parsed = passphraseSchema.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const keeper = house.people.keeper();
  if (keeper && !(await isPassphrase(parsed.data.now ?? '', keeper.passphrase)))
    return refuse('now', 'This is not the current passphrase.');
  return {
    ok: true,
    value: { name: parsed.data.name, hash: await hashOf(parsed.data.passphrase), keeper: keeper?.id ?? null },
  };
}

/** From now on this machine asks too: the first owner has a name and a passphrase. Answers the cookie of whoever set it. */
export function keepPassphrase(house: House, thought: NewPassphrase, device: string): Outcome<Entered> {
  const at = house.nowIso();
  const there = thought.keeper
    ? house.people.all().find((p) => p.id === thought.keeper)
    : house.people.byName(thought.name);
  if (there && there.role !== 'owner')
    return refuse('name', `${there.name} is ${roleName(there.role)} here. Choose another name.`);
  const person = there ?? { id: randomUUID(), name: thought.name, role: 'owner' as const };
  if (!there) house.people.add(person, at);
  // Whoever knew the earlier passphrase has to know the new one.
  house.people.endOf(person.id, at);
  house.people.dropPassphrases();
  house.people.setPassphrase(person.id, thought.hash);
  // Whoever sets the first one has a name from then on.
  house.hand.by ||= person.name;
  house.deeds.tell(at, thought.keeper ? 'changed the passphrase' : 'set a passphrase', '/settings/people');
  return { ok: true, value: { cookie: begin(house, person, device), name: person.name, role: person.role } };
}

/** For whoever forgot it: only at the machine itself, by `./kindly passphrase --forget`. */
export function forgetPassphrase(house: House): string {
  const keeper = house.people.keeper();
  const at = house.nowIso();
  house.people.dropPassphrases();
  for (const p of house.people.all().filter((x) => x.role === 'owner')) house.people.endOf(p.id, at);
  house.deeds.tell(at, 'removed the passphrase, at the computer', '/settings/people');
  return keeper
    ? 'The passphrase is removed and every owner is signed out. Whoever uses this computer is owner until a new one is set under Settings, People and phones.'
    : 'There was no passphrase. Every owner’s phone is signed out.';
}

export function endSession(house: House, id: string): Outcome<null> {
  if (!house.people.end(String(id), house.nowIso())) return refuse('session', 'This phone is already signed out.');
  house.deeds.tell(house.nowIso(), 'signed out a phone', '/settings/people');
  return { ok: true, value: null };
}

/** A person goes: every phone of theirs is out; what they did keeps their name. */
export function sendAway(house: House, id: string): Outcome<null> {
  const person = house.people.all().find((p) => p.id === id);
  if (!person) return refuse('person', 'This person no longer exists.');
  if (house.people.keeper()?.id === id)
    return refuse('person', `${person.name} has the passphrase and cannot be removed.`);
  house.people.leave(person.id, house.nowIso());
  house.deeds.tell(house.nowIso(), `sent ${person.name} away`, '/settings/people');
  return { ok: true, value: null };
}

export function setRole(house: House, id: string, role: string): Outcome<null> {
  const person = house.people.all().find((p) => p.id === id);
  const next = roles.find((r) => r === role);
  if (!person || !next) return refuse('role', 'Choose owner, helper or viewer.');
  if (house.people.keeper()?.id === id && next !== 'owner')
    return refuse('role', `${person.name} has the passphrase and stays owner.`);
  house.people.change(person.id, next);
  house.deeds.tell(house.nowIso(), `made ${person.name} ${next}`, '/settings/people');
  return { ok: true, value: null };
}

export function closeInvitations(house: House): Outcome<null> {
  house.people.closeAll(house.nowIso());
  return { ok: true, value: null };
}
