import 'server-only';
import { dataFolder } from './db/open';
import { openHouse, type House } from './house';

const kept = globalThis as unknown as { kindlyHouse?: House };

/** The house of this server process: opened (and migrated) once. */
export function house(): House {
  kept.kindlyHouse ??= openHouse(dataFolder());
  return kept.kindlyHouse;
}
