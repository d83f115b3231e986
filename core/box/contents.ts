import { holesWords, tapeWords } from './box-construction';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Bag, Box } from '@/core/consignment/schema';

/** What lines a box, wall inwards: "walls, floor and lid lined with foam sheet, 2 cm". */
export const liningWords = (box: Box): string[] =>
  (box.lining ?? []).map((x) => {
    const cm = `${x.thicknessCm} cm`;
    return `walls, floor and lid lined with ${x.name.toLowerCase()}${x.name.includes(cm) ? '' : `, ${cm}`}`;
  });

/** "4 bottles of 1 L plain water at room temperature". */
export const ballastWords = (box: Box): string[] =>
  box.ballast
    ? [
        `${box.ballast.count === 1 ? 'A bottle' : `${box.ballast.count} bottles`} of ${box.ballast.litres} L plain water at room temperature`,
      ]
    : [];

/** Where the packs of a box go, place by place: "2 × 72 h heat pack taped under the lid, air side to the bags". */
export function packWords(box: Box, catalogue: Catalogue): string[] {
  return box.packs.map((p) => {
    const type = row(catalogue.packs, p.packId, 'pack');
    const at = p.at ?? 'lid';
    const where =
      at === 'side'
        ? 'wrapped, on edge at the side, held by paper'
        : at === 'void'
          ? 'wrapped, on edge in a gap between the bags, paper on both faces'
          : p.onPaper
            ? 'wrapped, laid on the paper over the bags'
            : 'wrapped, taped under the lid';
    const heat = type.kind === 'heat' ? ', air side inward, dry' : '';
    const towel = p.inTowel ? ', in a towel' : '';
    const opened = p.openedMin === undefined ? '' : `, opened ${p.openedMin} min before`;
    return `${p.count} × ${type.name} ${where}${towel}${heat}${opened}`;
  });
}

/** How the box is closed: joint and holes. */
export const closedWords = (box: Box): string[] =>
  [holesWords(box), box.tape ? `Lid ${tapeWords[box.tape]}` : ''].filter((x) => x !== '');

/** Names of the bags of film that breathes. */
export const breathersIn = (bags: readonly Bag[], catalogue: Catalogue): string[] =>
  bags.filter((b) => row(catalogue.bags, b.bagTypeId, 'bag').breather).map((b) => b.id);

/** How bags that breathe lie in a box. */
export const breatherWords = (breathers: readonly string[]): string[] =>
  breathers.length > 0
    ? [`${breathers.join(', ')} flat, a sheet of paper round each, no plastic or foam against the film`]
    : [];

/** What goes round the bags of a box. Film that breathes must not be shut in: a liner would suffocate what is in it. */
export function linerWords(bags: number, breathers: readonly string[]): string {
  if (breathers.length === 0) return 'absorbent at the bottom, one liner bag around everything';
  if (breathers.length === bags) return 'absorbent at the bottom, no liner bag: breathing film needs air';
  return `absorbent at the bottom, a liner bag around the normal bags only: ${breathers.join(', ')} stay outside it`;
}
