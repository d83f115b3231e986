import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Corners, Cover } from '@/core/catalogue/making';
import type { Species } from '@/core/catalogue/schema';
import { mayShare, sharingWords } from './sharing';

/** Fish up to here wedge themselves into corners, cm († ours). */
const SMALL_CM = 3;

/** One kind in a bag. */
export interface BagMate {
  species: Species;
  count: number;
  lengthCm: number;
}

export interface BagCircumstances {
  gasL: number;
  sedated: boolean;
  breather: boolean;
  /** A dye such as methylene blue is in the water. */
  dyed?: boolean;
  /** Bags one in another, how the corners are, and what they hide in; as usual where absent. */
  layers?: number | undefined;
  corners?: Corners | undefined;
  cover?: Cover | undefined;
}

/**
 * What should not share a bag, as sentences (common practice throughout): number rules, who swallows whom, spines,
 * dyes and sedatives, waters that do not mix, surface breathers without gas, temperature bands that do not meet.
 * An empty list when nothing speaks against it.
 */
export function compatibility(company: readonly BagMate[], at: BagCircumstances, a: Assumptions): string[] {
  const out: string[] = [];
  for (const { species: s, count, lengthCm } of company) {
    if (!mayShare(s, lengthCm, count)) out.push(sharingWords(s, lengthCm));
    if (s.flags.includes('labyrinth') && (at.gasL <= 0 || at.breather))
      out.push(`${s.name} breathes at the surface and needs gas above the water.`);
    if (at.breather && !s.flags.includes('breather-bag'))
      out.push(`${s.name} is too large or too active for breather film.`);
    if (s.flags.includes('spiny') && at.gasL > 0 && (at.layers ?? 2) < 3)
      out.push(`${s.name} has spines: double or triple the bag.`);
    if (at.layers === 1 && at.corners === 'square' && lengthCm < SMALL_CM)
      out.push(`${s.name} of ${lengthCm} cm gets trapped in square corners: tape or band them.`);
    if (at.cover === 'shred' && s.kind === 'fish' && !s.flags.includes('territorial') && s.look.shape !== 'flat')
      out.push(`Shreds are for rock or bottom dwellers: ${s.name} is not one.`);
    const soft = s.flags.includes('dye-sensitive') || s.flags.includes('invertebrate');
    if (at.sedated && soft) out.push(`No sedative for ${s.name}.`);
    if (at.dyed && soft) out.push(`No dye for ${s.name}.`);
  }
  for (let i = 0; i < company.length; i++)
    for (let j = i + 1; j < company.length; j++) out.push(...between(company[i]!, company[j]!, a));
  return out;
}

function between(x: BagMate, y: BagMate, a: Assumptions): string[] {
  const [big, small] = x.lengthCm >= y.lengthCm ? [x, y] : [y, x];
  if (big.species.id === small.species.id) {
    return small.lengthCm < a.evenSizeShare * big.lengthCm
      ? [`${small.species.name} of ${small.lengthCm} and ${big.lengthCm} cm: even sizes only, no bully.`]
      : [];
  }
  const out: string[] = [];
  const names = `${x.species.name} and ${y.species.name}`;
  if (x.species.water !== y.species.water) out.push(`${names} do not share the same water: separate bags.`);
  if (big.species.flags.includes('predator') && small.lengthCm < a.mouthShare * big.lengthCm)
    out.push(`${big.species.name} of ${big.lengthCm} cm swallows ${small.species.name} of ${small.lengthCm} cm.`);
  if (big.species.kind === 'crab' && small.species.kind === 'snail') out.push(`Keep ${big.species.name} from snails.`);
  if (
    Math.max(x.species.temp.easeMinC, y.species.temp.easeMinC) >
    Math.min(x.species.temp.easeMaxC, y.species.temp.easeMaxC)
  )
    out.push(`${names} have no common comfortable temperature.`);
  const nipper = [x, y].find((k) => k.species.flags.includes('nipper'));
  const finned = [x, y].find((k) => k.species.flags.includes('long-finned'));
  if (nipper && finned && nipper !== finned)
    out.push(`${nipper.species.name} nips the fins of ${finned.species.name}.`);
  return out;
}
