'use server';

import { cookies } from 'next/headers';
import type { Outcome } from '@/core/consignment/outcome';
import { write, writeAfter } from '@/server/write';
import { house } from '@/server/wiring';
import { cookieFor } from './cookie';
import { deviceOf } from './device-words';
import { wayIn } from './current-user';
import * as people from './people';
import { invited, openRoom, type Invited } from './room-view';

/** A code is told once: it does not lie in the receipt of its press, where a copy of the data would show it. */
export async function invite(press: string, input: people.InvitationInput): Promise<Outcome<Invited | null>> {
  let told: Invited | null = null;
  const done = await write<null>(press, (h) => {
    const made = people.invite(h, input);
    if (!made.ok) return made;
    told = invited(made.value);
    return { ok: true, value: null };
  });
  return done.ok ? { ok: true, value: told } : done;
}
export async function closeInvitations(press: string): Promise<Outcome<null>> {
  return write(press, people.closeInvitations);
}

/** Whoever sets the passphrase is let in by it on this device, and everybody who knew the one before is out. */
export async function setPassphrase(press: string, input: people.PassphraseInput): Promise<Outcome<null>> {
  const { way, agent } = await wayIn();
  let entered: people.Entered | null = null;
  const done = await writeAfter<people.NewPassphrase, null>(
    press,
    (h) => people.thinkPassphrase(h, input),
    (h, thought) => {
      const kept = people.keepPassphrase(h, thought, way === 'here' ? 'the desk' : deviceOf(agent));
      if (!kept.ok) return kept;
      entered = kept.value;
      return { ok: true, value: null };
    },
  );
  if (entered !== null) (await cookies()).set(cookieFor(house(), (entered as people.Entered).cookie, way));
  return done;
}
export async function setRole(press: string, id: string, role: string): Promise<Outcome<null>> {
  return write(press, (h) => people.setRole(h, id, role));
}
export async function endSession(press: string, id: string): Promise<Outcome<null>> {
  return write(press, (h) => people.endSession(h, id));
}
export async function sendAway(press: string, id: string): Promise<Outcome<null>> {
  return write(press, (h) => people.sendAway(h, id));
}

/** Opens the network of the house to phones, or closes it, until this server ends. */
export async function setRoom(press: string, open: boolean): Promise<Outcome<null>> {
  return writeAfter(
    press,
    () => openRoom(open === true),
    (h) => {
      h.deeds.tell(h.nowIso(), open === true ? 'opened the room to phones' : 'closed the room', '/settings/people');
      return { ok: true, value: null };
    },
  );
}
