import net from 'node:net';
import { Server } from './client';

/**
 * Clients of the network that never finish what they began: each is let go, and nobody else waits for them meanwhile.
 */
const ROOM = '127.0.0.2';
const PORT = 3468;
/** What they may take is 20 s (`server/room/serve.ts`); a slow machine looks a little later. */
const LONGEST_MS = 35_000;
const EACH = 50;

const halves: Record<string, Buffer> = {
  nothing: Buffer.alloc(0),
  'half a header': Buffer.from('GET / HTTP/1.1\r\nHost: x\r\nX-Never-'),
  'half a hello': Buffer.from([0x16, 0x03, 0x01, 0x02, 0x00, 0x01]),
  'a request, and silence': Buffer.from('GET /health HTTP/1.1\r\nHost: x\r\n\r\n'),
};

export async function slow({ wrong }: { wrong: (words: string) => void }): Promise<string> {
  const s = new Server(PORT, { KINDLY_ADDRESSES: ROOM, KINDLY_ROOM: '1' });
  s.prepare(false);
  const all: { what: string; socket: net.Socket; gone: Promise<number> }[] = [];
  try {
    await s.start();
    const from = performance.now();
    for (const [what, sent] of Object.entries(halves))
      for (let i = 0; i < EACH; i++) {
        const socket = net.connect(PORT, ROOM, () => socket.write(sent));
        socket.on('error', () => undefined).resume();
        all.push({
          what,
          socket,
          gone: new Promise((resolve) => socket.once('close', () => resolve(performance.now() - from))),
        });
      }
    await new Promise((r) => setTimeout(r, 1000));
    const asked = performance.now();
    const answer = await fetch(`http://${ROOM}:${PORT}/health`).catch(() => null);
    const waited = performance.now() - asked;
    if (!answer?.ok || waited > 5000) wrong(`slow: an honest client waited ${waited.toFixed(0)} ms beside them`);
    const never = new Promise<number>((resolve) => setTimeout(() => resolve(Infinity), LONGEST_MS));
    const ends = await Promise.all(all.map(async (x) => ({ what: x.what, ms: await Promise.race([x.gone, never]) })));
    for (const what of Object.keys(halves)) {
      const left = ends.filter((e) => e.what === what && e.ms === Infinity).length;
      if (left > 0) wrong(`slow: ${left} of ${EACH} with ${what} are still held after ${LONGEST_MS / 1000} s`);
    }
    const first = Math.min(...ends.map((e) => e.ms));
    if (first < 1000) wrong('slow: a client was let go before it had any time');
    return `${all.length} half clients; the last let go after ${(Math.max(...ends.map((e) => e.ms)) / 1000).toFixed(0)} s`;
  } finally {
    for (const x of all) x.socket.destroy();
    await s.end();
  }
}
