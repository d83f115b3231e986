import { bags, boxes, packs, usualServices } from './gear';
import type { Catalogue } from './schema';
import { species } from './species';

/** The catalogue that ships with the application. */
export const catalogue: Catalogue = {
  species: [...species],
  bags: [...bags],
  boxes: [...boxes],
  packs: [...packs],
  services: [...usualServices],
};
