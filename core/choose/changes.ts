import { planName, ventHolesFor } from './packs';
import { tapeWords } from '@/core/box/box-construction';
import { makingName } from './boxes';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Bag, Box, Consignment } from '@/core/consignment/schema';
import { counted } from '@/core/quantities/words';

type Planned = Pick<Consignment, 'lines' | 'bags' | 'boxes'>;

/** The bags of an order line in words, those that are alike counted together: "4 × 18 × 40 cm, 6 fish in 0.75 L". */
function bagsOfLine(bags: readonly Bag[], lineId: string, catalogue: Catalogue): string {
  const kinds = new Map<string, number>();
  for (const b of bags) {
    const own = b.animals.find((a) => a.lineId === lineId);
    if (!own) continue;
    const kind = `${row(catalogue.bags, b.bagTypeId, 'bag').name}, ${own.count} in ${b.waterL} L and ${b.gasL} L of gas`;
    kinds.set(kind, (kinds.get(kind) ?? 0) + 1);
  }
  return [...kinds].map(([kind, n]) => `${n} × ${kind}`).join('; ') || 'no bag';
}

const packsOf = (box: Box, catalogue: Catalogue): string => planName(box, catalogue).toLowerCase();

function boxChanges(id: string, from: Box | undefined, to: Box | undefined, catalogue: Catalogue): string[] {
  if (!from) return [`Box ${id} is new: ${makingName(to!, catalogue)}, ${packsOf(to!, catalogue)}.`];
  if (!to) return [`Box ${id} is not needed.`];
  const said: string[] = [];
  const [a, b] = [makingName(from, catalogue), makingName(to, catalogue)];
  if (a !== b) said.push(`Box ${id}: ${a} → ${b}.`);
  const [p, q] = [packsOf(from, catalogue), packsOf(to, catalogue)];
  if (p !== q) said.push(`Packs of box ${id}: ${p} → ${q}.`);
  if (from.ventHoles !== to.ventHoles) {
    const byHand = from.ventHoles !== ventHolesFor(from.packs, catalogue) ? ', set by hand,' : '';
    said.push(`Holes of box ${id}: ${from.ventHoles}${byHand} → ${to.ventHoles}.`);
  }
  const lid = (x: Box): string => tapeWords[x.tape ?? 'corners'];
  if (lid(from) !== lid(to)) said.push(`Lid of box ${id}: ${lid(from)} → ${lid(to)}.`);
  const mm = (x: Box): number => x.ventMm ?? 6;
  if (from.declaredKg && !to.declaredKg) said.push(`The booking of box ${id}, ${from.declaredKg} kg, must be changed.`);
  if (mm(from) !== mm(to)) said.push(`Each hole of box ${id}: ${mm(from)} mm → ${mm(to)} mm.`);
  return said;
}

/** What another plan would change of this one, in sentences; none where it is the same. */
export function changesTo(now: Planned, next: Pick<Planned, 'bags' | 'boxes'>, catalogue: Catalogue): string[] {
  const said: string[] = [];
  for (const line of now.lines) {
    const [a, b] = [bagsOfLine(now.bags, line.id, catalogue), bagsOfLine(next.bags, line.id, catalogue)];
    if (a !== b) said.push(`${row(catalogue.species, line.speciesId, 'species').name}: ${a} → ${b}.`);
  }
  const of = (boxes: readonly Box[], id: string): Box | undefined => boxes.find((b) => b.id === id);
  for (const id of new Set([...now.boxes, ...next.boxes].map((b) => b.id)))
    said.push(...boxChanges(id, of(now.boxes, id), of(next.boxes, id), catalogue));
  const put = (bags: readonly Bag[]): number => bags.filter((b) => b.spot).length;
  if (put(next.bags) < put(now.bags))
    said.push(`${counted(put(now.bags) - put(next.bags), 'bag')} placed by hand will be placed again.`);
  if (said.length > 0 && now.boxes.length !== next.boxes.length)
    said.push(`${counted(next.boxes.length, 'box', 'boxes')} in place of ${now.boxes.length}.`);
  return said;
}
