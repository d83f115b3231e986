import QRCode from 'qrcode';
import { openHouse, type House } from '@/server/house';
import { addressesNow } from '@/server/room/addresses';
import { CODE_MIN, forgetPassphrase, invite } from '@/server/room/people';
import { addressFor } from '@/server/room/room-view';
import { Trouble } from '@/server/trouble';

const within = <T>(folder: string, work: (h: House) => T): T => {
  const house = openHouse(folder);
  try {
    return work(house);
  } finally {
    house.db.close();
  }
};

/** A code for one phone, with where it comes in, as text and as a QR of the terminal. */
export async function roomCommand(folder: string, asked: { name: string; as: string }, port: number): Promise<string> {
  const addresses = addressesNow();
  if (addresses.length === 0) throw new Trouble('This computer is not on a private network; phones cannot reach it.');
  const made = within(folder, (h) => invite(h, { name: asked.name, role: asked.as }));
  if (!made.ok) throw new Trouble(made.problems[0]!.message);
  const at = addresses.map((a) => addressFor(a, port, false));
  const url = `${at[0]}/door?code=${made.value.code}`;
  return [
    await QRCode.toString(url, { type: 'terminal', small: true }),
    `${asked.name} (${asked.as})connects at ${at.join(' or ')} with the code ${made.value.code},`,
    `once, within ${CODE_MIN} minutes. More phones: Settings, People and phones.`,
  ].join('\n');
}

export const forgetCommand = (folder: string): string => within(folder, forgetPassphrase);
