import { stageOf, type Shelf, type Stage, type StoredConsignment } from '@/server/db/consignments';
import { soundOf } from './sound';
import { profileOf, type House } from '@/server/house';

const shelves = [
  ['open', 'Open'],
  ['past', 'Past'],
  ['all', 'All'],
  ['archived', 'Archived'],
] as const satisfies readonly (readonly [Shelf, string])[];

const PAGE = 50;

export type ListedStage =
  | Exclude<Stage, 'travelling' | 'planned'>
  | 'on the way'
  | 'planned'
  | 'expected'
  | 'in quarantine';

/** A page of consignments, latest hand-over first, or those that hold the words. */
export function consignmentList(house: House, asked: { find?: string; show?: string; page?: string }) {
  const find = asked.find?.trim() ?? '';
  const shelf: Shelf =
    asked.show === 'arrivals' ? 'arrivals' : (shelves.find(([id]) => id === asked.show)?.[0] ?? 'open');
  const counts = house.consignments.counts();
  const pages = find ? 1 : Math.max(1, Math.ceil(counts[shelf] / PAGE));
  const page = Math.min(pages, Math.max(1, Number(asked.page) || 1));
  const found = find
    ? house.consignments.some(
        house.records
          .search(find)
          .filter((f) => f.kind === 'consignment')
          .slice(0, PAGE * 2)
          .map((f) => f.id),
      )
    : house.consignments.page(shelf, PAGE, (page - 1) * PAGE);
  const { sound: stored, unread } = soundOf(house, found);
  const { species } = house.shelves().all;
  const rows = stored.map((s) => ({
    ...s,
    stage: wordsOf(house, s),
    species: species.find((x) => x.id === s.document.lines[0]?.speciesId) ?? null,
  }));
  return { rows, unread, shelf, shelves, find, page, pages, counts, zone: profileOf(house).place.zone };
}
export type ConsignmentListView = ReturnType<typeof consignmentList>;

function wordsOf(house: House, s: StoredConsignment): ListedStage {
  const stage = stageOf(s.document);
  if (stage === 'travelling') return 'on the way';
  if (stage === 'opened' && house.quarantines.of(s.document.id).length > 0) return 'in quarantine';
  return stage === 'planned' && s.document.direction === 'incoming' ? 'expected' : stage;
}
