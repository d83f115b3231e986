import { house } from '@/server/wiring';
import { whoIfAny } from '@/server/room/current-user';
import { cookieName } from '@/server/room/people';

/** This phone goes: its session is over, and the cookie forgotten. */
export async function POST(): Promise<Response> {
  const h = house();
  const who = await whoIfAny();
  if (who?.sessionId) h.people.end(who.sessionId, h.nowIso());
  h.changes.tell();
  return new Response(null, {
    status: 204,
    headers: { 'set-cookie': `${cookieName(h)}=; Path=/; Max-Age=0; HttpOnly; SameSite=Lax` },
  });
}
