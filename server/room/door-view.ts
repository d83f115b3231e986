import { profileOf, type House } from '@/server/house';
import { roomOf, type Entrance } from './listener';
import type { Who } from './who';

/** What the door shows: to strangers nothing but the name of the house. */
export function doorView(house: House, who: Who | null, way: Entrance) {
  const state = roomOf()?.state() ?? null;
  return {
    house: profileOf(house).name,
    me: who && { name: who.name, role: who.role },
    /** Whether the passphrase opens: there is one. */
    passphrase: house.people.keeper() !== null,
    way,
    root: state?.root ?? null,
    port: state?.port ?? 0,
  };
}
export type DoorView = ReturnType<typeof doorView>;
