/** Names of presses that were made in this page. */
const own = new Set<string>();

/** A name for one press: the server does what comes with it once. Plain http has no `randomUUID`. */
export function newPress(): string {
  const press = Array.from(crypto.getRandomValues(new Uint8Array(16)), (b) => b.toString(16).padStart(2, '0')).join('');
  own.add(press);
  return press;
}

export const isOwnPress = (press: string): boolean => own.has(press);
