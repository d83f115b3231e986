/** How the network of the house is served, beside this machine itself. The server process holds one (`server/room/serve.ts`). */

export interface RoomState {
  open: boolean;
  port: number;
  /** Names and addresses by which a phone reaches this machine now. */
  addresses: readonly string[];
  /** The mark of the house’s own root certificate, as a phone shows it; null while there is none. */
  root: string | null;
  /** Why it could not be opened, in words. */
  problem: string;
}

export interface Room {
  state: () => RoomState;
  open: () => Promise<RoomState>;
  close: () => Promise<RoomState>;
  /** The root certificate that phones install; null while there is none. */
  certificate: () => string | null;
}

const shared = globalThis as unknown as { kindlyRoom?: Room };
/** Null where the application was not started by `./kindly`. */
export const roomOf = (): Room | null => shared.kindlyRoom ?? null;
export const setRoomOf = (room: Room): void => void (shared.kindlyRoom = room);

/** Told by the server of every request, and by nobody else: whatever a client sends under these names is thrown away. */
export const DOOR = 'x-kindly-door';
export const FROM = 'x-kindly-from';
/** How a request came in. */
export type Entrance = 'here' | 'room' | 'room-tls';
