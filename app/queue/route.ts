import { doDeed } from '@/server/queue/deeds';
import { whoIsHere } from '@/server/room/current-user';
import { house } from '@/server/wiring';
import { write } from '@/server/write';

/** One press of a phone’s queue: `{ press, deed, agoMs }`. The same press arriving again is answered as the first time. */
export async function POST(request: Request): Promise<Response> {
  const who = await whoIsHere();
  const body = (await request.json().catch(() => null)) as { press?: unknown; deed?: unknown; agoMs?: unknown } | null;
  const outcome = await write(typeof body?.press === 'string' ? body.press : '', (h) =>
    doDeed(h, body?.deed, body?.agoMs, who),
  );
  return Response.json({ outcome, n: house().changes.last().n }, { headers: { 'cache-control': 'no-store' } });
}
