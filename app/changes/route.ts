import { house } from '@/server/wiring';
import { whoIsHere } from '@/server/room/current-user';

/** How often an open stream looks whether its session is still open. */
const LOOK_MS = 1000;
/** A line now and then keeps what lies between from closing a quiet stream. */
const BREATH_MS = 15_000;

/**
 * Tells an open screen that something has changed: as a stream of events, or with `?now` once, for a network that lets no
 * stream through. A session that was ended is told so within a second.
 */
export async function GET(request: Request): Promise<Response> {
  const h = house();
  const { sessionId } = await whoIsHere();
  const last = h.changes.last();
  if (new URL(request.url).searchParams.has('now'))
    return Response.json(last, { headers: { 'cache-control': 'no-store' } });
  const encoder = new TextEncoder();
  let close = (): void => undefined;
  const stream = new ReadableStream<Uint8Array>({
    start(out) {
      const send = (text: string): void => {
        try {
          out.enqueue(encoder.encode(text));
        } catch {
          close();
        }
      };
      send(`retry: 1000\ndata: ${JSON.stringify(last)}\n\n`);
      const deaf = h.changes.listen((c) => send(`data: ${JSON.stringify(c)}\n\n`));
      let quiet = 0;
      const look = setInterval(() => {
        quiet += LOOK_MS;
        if (sessionId && !h.people.isOpen(sessionId, h.nowIso())) {
          send('event: out\ndata: {}\n\n');
          close();
        } else if (quiet >= BREATH_MS) {
          quiet = 0;
          send(': here\n\n');
        }
      }, LOOK_MS);
      close = () => {
        clearInterval(look);
        deaf();
        try {
          out.close();
        } catch {
          // It is closed already.
        }
      };
      request.signal.addEventListener('abort', () => close());
    },
    cancel: () => close(),
  });
  return new Response(stream, {
    headers: {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store, no-transform',
      'x-accel-buffering': 'no',
    },
  });
}
