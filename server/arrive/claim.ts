import { zipSync, type Zippable } from 'fflate';
import { withOverrides } from '@/core/catalogue/assumptions';
import { claimDeadlineMs } from '@/core/consignment/losses';
import type { Observation } from '@/core/consignment/facts';
import { unstruck } from '@/core/consignment/project-facts';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { seenOf } from '@/core/consignment/seen-signs';
import { claimPaper, type ClaimBag } from '@/core/papers/claim';
import { A4, onePage } from '@/core/papers/pages';
import { find } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';
import { sheetsPdf } from '@/server/papers/pdf';
import { houseType } from '@/server/papers/type';
import { photoFile } from '@/server/photo/photos';

/** Pictures of bags and boxes that stand, named by what they show and in the order they were taken. */
function picturesOf(observations: readonly Observation[]): { of: string; at: string; name: string; hash: string }[] {
  const n = new Map<string, number>();
  return unstruck(observations)
    .filter((o) => o.photo !== null && (o.subject.kind === 'bag' || o.subject.kind === 'box'))
    .map((o) => {
      const of = `${o.subject.kind}-${o.subject.id}`;
      n.set(of, (n.get(of) ?? 0) + 1);
      return { of, at: o.at, name: `${of}-${n.get(of)}.jpg`, hash: o.photo! };
    });
}

/** One page and the pictures, in one file to send: what the seller’s terms ask for. It holds no price. */
export async function claimOf(house: House, code: string): Promise<Outcome<{ name: string; zip: Uint8Array }>> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  if (!c.actual.arrivedAt) return refuse('code', `${c.code} has not arrived yet; there is nothing to report.`);
  const { observations } = house.facts.of(c.id);
  const pictures = picturesOf(observations);
  const bags: ClaimBag[] = c.bags.map((b) => ({
    id: b.id,
    seen: seenOf(observations, 'bag', b.id),
    photos: pictures.filter((p) => p.of === `bag-${b.id}`),
  }));
  const paper = claimPaper(c, catalogueOf(c, house), bags, {
    arrivedMs: Date.parse(c.actual.arrivedAt),
    openedMs: c.actual.openedAt ? Date.parse(c.actual.openedAt) : null,
    deadlineMs: claimDeadlineMs(c, withOverrides(c.assumptions).claimHours),
  });
  const pdf = await sheetsPdf(onePage(paper, A4, houseType()), paper.title);
  const files: Zippable = { [`${c.code}-losses.pdf`]: pdf };
  for (const p of pictures) {
    const data = photoFile(house, p.hash);
    if (data) files[p.name] = [new Uint8Array(data), { level: 0, mtime: p.at }];
  }
  return { ok: true, value: { name: `${c.code}-losses.zip`, zip: zipSync(files) } };
}
