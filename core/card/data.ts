import { strFromU8, strToU8, unzlibSync, zlibSync } from 'fflate';
import type { Kept } from '@/core/acclimation/compare';
import type { Curves, Foretold } from '@/core/acclimation/opened';
import type { Group } from '@/core/acclimation/release';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { fromText, toText } from '@/core/consignment/found-file';
import type { Language } from '@/core/consignment/languages';
import type { ReceivingTank } from '@/core/consignment/schema';

/** A kind in a bag, as its opening and its release ask for it. */
export type Kind = Kept & Group['species'] & { scientific: string; count: number; lengthCm: number };

export interface CardBag {
  id: string;
  boxId: string;
  /** The lines of its animals; bags of other lines are not handled together. */
  lines: string;
  into: string[];
  sedated: boolean;
  kinds: Kind[];
  animals: number;
  /** Its curves stand once for all bags that are computed alike. */
  foretold: Omit<Foretold, 'curves'> & { curves: number };
}

/** Everything that the card which comes along knows: the plan as far as its receiver needs it, and the water as it is computed. */
export interface CardData {
  id: string;
  code: string;
  language: Language;
  sender: { name: string; place: string; phone: string };
  receiver: { name: string; place: string; phone: string; zone: string };
  sealMs: number;
  arriveMs: number;
  openMs: number;
  claimHours: number;
  boxes: string[];
  bags: CardBag[];
  tanks: (Pick<ReceivingTank, 'name' | 'tempC' | 'pH' | 'khDkh' | 'ghDgh' | 'salinity'> & {
    guessed: string[];
    volumeL?: number;
    residents?: boolean;
  })[];
  curves: Curves[];
  assumptions: Assumptions;
}

/** The data as the text that stands in the file, and back. */
export const cardText = (d: CardData): string => toText(zlibSync(strToU8(JSON.stringify(d)), { level: 9 }));
export const cardOf = (text: string): CardData => JSON.parse(strFromU8(unzlibSync(fromText(text.trim())))) as CardData;
