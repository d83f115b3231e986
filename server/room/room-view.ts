import { refuse, type Outcome } from '@/core/consignment/outcome';
import { profileOf, type House } from '@/server/house';
import { isIPv4 } from 'node:net';
import { houseType } from '@/server/papers/type';
import { roomOf } from './listener';
import type { Who } from './who';

const CLOSED = 'Only this computer can connect. Start Kindly Crate with ./kindly to allow phones.';

export async function openRoom(open: boolean): Promise<Outcome<null>> {
  const room = roomOf();
  if (!room) return refuse('', CLOSED);
  const now = await (open ? room.open() : room.close());
  return open && now.addresses.length === 0 ? refuse('', now.problem || CLOSED) : { ok: true, value: null };
}

/** Where a phone finds the house. A code goes by plain http: the certificate is installed only once it is in. */
export const addressFor = (address: string, port: number, tls: boolean): string =>
  `${tls ? 'https' : 'http'}://${address}:${port}`;

/** A code with the pictures that bring it: one for each address of the house. */
export function invited(made: { code: string; endsAt: string }) {
  const state = roomOf()?.state();
  return {
    code: made.code,
    endsMs: Date.parse(made.endsAt),
    ways: (state?.addresses ?? []).filter(isIPv4).map((a) => {
      const url = `${addressFor(a, state!.port, false)}/door?code=${made.code}`;
      return { url, qr: houseType().qr(url) };
    }),
  };
}
export type Invited = ReturnType<typeof invited>;

/** Everything under People and phones. */
export function peopleView(house: House, who: Who) {
  const state = roomOf()?.state() ?? null;
  const now = house.nowIso();
  const sessions = house.people.open(now);
  const keeper = house.people.keeper();
  return {
    house: profileOf(house).name,
    zone: profileOf(house).place.zone,
    nowMs: house.nowMs(),
    room: state && {
      open: state.open,
      problem: state.problem,
      root: state.root,
      // Names work only where the network tells them: what is shown works everywhere.
      addresses: state.addresses.filter(isIPv4).map((a) => addressFor(a, state.port, false)),
      safe: state.addresses.filter(isIPv4).map((a) => addressFor(a, state.port, true)),
    },
    keeper: keeper !== null,
    me: who,
    people: house.people.all().map((p) => ({
      ...p,
      keeper: keeper?.id === p.id,
      phones: sessions
        .filter((s) => s.personId === p.id)
        .map(({ id, device, madeAt, seenAt }) => ({
          id,
          device,
          madeMs: Date.parse(madeAt),
          seenMs: Date.parse(seenAt),
          mine: who.sessionId === id,
        })),
    })),
    waiting: house.people.waiting(now).map((i) => ({ name: i.name, role: i.role, endsMs: Date.parse(i.endsAt) })),
  };
}
export type PeopleView = ReturnType<typeof peopleView>;
