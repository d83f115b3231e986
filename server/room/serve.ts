import http from 'node:http';
import https from 'node:https';
import net from 'node:net';
import path from 'node:path';
import next from 'next';
import { addressesNow, namesNow } from './addresses';
import { certificatesFor, markOf, type Keys } from './certificates';
import { DOOR, FROM, setRoomOf, type Room, type RoomState, type Entrance } from './listener';

/**
 * The server of the house. It always listens on 127.0.0.1, and on the addresses of the network only while the room is open:
 * one port for both http and https, told apart by the first byte. How a request came in is told to the door (`proxy.ts`) in
 * headers that no client can send.
 */

const HERE = '127.0.0.1';
const TLS_HANDSHAKE = 0x16;
/** How often the addresses of this machine are looked at: a router may give it another. */
const LOOK_MS = 5000;

const port = Number(process.env.PORT ?? 3210);
const folder = process.env.KINDLY_DATA ?? path.join(process.cwd(), 'data', 'own');
const app = next({ dev: false, hostname: HERE, port });

/** Headers by which a client could pass for what it is not. */
const OURS = /^x-(kindly|middleware|forwarded|invoke|matched|nextjs-rewritten)/;

/** How long a client of the network may take for its handshake and for the header of a request, ms. */
const PATIENCE_MS = 20_000;
/**
 * Lets go of clients that never finish a header: a server that is handed its connections, instead of listening, does not
 * look after that by itself.
 */
function bounded<S extends http.Server | https.Server>(server: S): S {
  const waits = new WeakMap<net.Socket, NodeJS.Timeout>();
  const begin = (socket: net.Socket): void => {
    clearTimeout(waits.get(socket));
    waits.set(socket, setTimeout(() => socket.destroy(), PATIENCE_MS).unref());
  };
  server.on(server instanceof https.Server ? 'secureConnection' : 'connection', begin);
  server.on('request', ({ socket }: http.IncomingMessage, response: http.ServerResponse) => {
    clearTimeout(waits.get(socket));
    response.once('close', () => {
      if (!socket.destroyed) begin(socket);
    });
  });
  return server;
}

async function main(): Promise<void> {
  await app.prepare();
  const handle = app.getRequestHandler();
  const as =
    (way: Entrance): http.RequestListener =>
    (request, response) => {
      for (const name of Object.keys(request.headers))
        if (OURS.test(name)) Reflect.deleteProperty(request.headers, name);
      request.headers[DOOR] = way;
      request.headers[FROM] = request.socket.remoteAddress ?? '';
      void handle(request, response);
    };

  await new Promise<void>((resolve, reject) =>
    http.createServer(as('here')).once('error', reject).listen(port, HERE, resolve),
  );

  const plain = bounded(http.createServer(as('room')));
  let secure: https.Server | null = null;
  let root: Keys | null = null;
  let wanted = false;
  let problem = '';
  const open = new Map<string, { server: net.Server; sockets: Set<net.Socket> }>();

  const state = (): RoomState => ({
    open: wanted,
    port,
    addresses: [...open.keys(), ...(open.size > 0 ? namesNow() : [])],
    root: root ? markOf(root.cert) : null,
    problem,
  });

  /** One address: whatever begins like TLS goes to https, all else to http. */
  const listen = (address: string): Promise<void> =>
    new Promise((resolve, reject) => {
      const sockets = new Set<net.Socket>();
      const server = net.createServer((socket) => {
        sockets.add(socket);
        socket.once('close', () => sockets.delete(socket));
        socket.on('error', () => socket.destroy());
        socket.setTimeout(20_000, () => socket.destroy());
        socket.once('data', (first) => {
          socket.pause();
          socket.setTimeout(0);
          socket.removeAllListeners('timeout');
          socket.unshift(first);
          (first[0] === TLS_HANDSHAKE && secure ? secure : plain).emit('connection', socket);
          process.nextTick(() => socket.resume());
        });
      });
      server.once('error', reject);
      server.listen(port, address, () => {
        open.set(address, { server, sockets });
        resolve();
      });
    });
  const shut = (address: string): void => {
    const at = open.get(address);
    open.delete(address);
    at?.server.close();
    for (const s of at?.sockets ?? []) s.destroy();
  };

  /** Brings what is listened on into step with the addresses of now. */
  async function follow(): Promise<void> {
    const now = wanted ? addressesNow() : [];
    for (const address of open.keys()) if (!now.includes(address)) shut(address);
    if (!wanted) return;
    const fresh = now.filter((address) => !open.has(address));
    problem = now.length === 0 ? 'This computer is on no network now; phones cannot reach it.' : '';
    if (now.length > 0 && (fresh.length > 0 || !secure)) {
      const made = await certificatesFor(path.join(folder, 'room'), namesNow()[0] ?? 'this house', now, namesNow());
      root = made.root;
      const context = { key: made.leaf.key, cert: made.leaf.cert };
      if (secure) secure.setSecureContext(context);
      else secure = bounded(https.createServer({ ...context, handshakeTimeout: PATIENCE_MS }, as('room-tls')));
    }
    for (const address of fresh)
      await listen(address).catch((error: NodeJS.ErrnoException) => {
        problem =
          error.code === 'EADDRINUSE'
            ? `Port ${port} of ${address} is used by another program. Choose another with PORT=3211 ./kindly room.`
            : `${address} could not be opened: ${error.message}.`;
      });
  }
  let following = Promise.resolve();
  const inTurn = (work: () => void): Promise<RoomState> => {
    work();
    following = following.then(follow).catch((error: Error) => void (problem = error.message));
    return following.then(state);
  };
  const room: Room = {
    state,
    open: () => inTurn(() => (wanted = true)),
    close: () => inTurn(() => (wanted = false)),
    certificate: () => root?.cert ?? null,
  };
  setRoomOf(room);
  if (process.env.KINDLY_ROOM === '1') {
    const now = await room.open();
    process.stderr.write(
      `${now.problem || `Phones can connect at ${now.addresses.map((a) => `${a}:${port}`).join(', ')}`}\n`,
    );
  }
  setInterval(() => void inTurn(() => undefined), LOOK_MS).unref();
}

main().catch((error: NodeJS.ErrnoException) => {
  process.stderr.write(
    error.code === 'EADDRINUSE' ? `Port ${port} on ${HERE} is taken.\n` : `${error.stack ?? String(error)}\n`,
  );
  process.exit(1);
});
