import { askedFor } from '@/server/asked';
import { profileOf } from '@/server/house';
import { listView } from '@/server/records/view';
import { suppliesView } from '@/server/stock/supplies';
import { house } from '@/server/wiring';
import { kinds } from '@/records';
import { dayMonth } from '@/ui/format';
import { RecordList } from '@/ui/records/list';
import { SuppliesShelf } from '@/ui/stock/shelf';

export default async function SuppliesPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const asked = await askedFor(searchParams);
  const h = house();
  const removed = asked.gone ? h.records.byId(asked.gone) : null;
  const gone = removed?.deletedAt ? { id: removed.id, name: removed.name } : null;
  const kind = kinds.supply;
  if (asked.find || asked.shown === 'archived')
    return (
      <RecordList
        slug={kind.slug}
        one={kind.one}
        many={kind.many}
        about={kind.about}
        counted
        view={listView(h, kind, asked)}
        gone={gone}
      />
    );
  const zone = profileOf(h).place.zone;
  const { groups, low } = suppliesView(h);
  return (
    <SuppliesShelf
      groups={groups.map((g) => ({
        ...g,
        types: g.types.map((t) => ({
          ...t,
          bites: t.bites && { ...t.bites, day: dayMonth(Date.parse(t.bites.atIso), zone) },
        })),
      }))}
      low={low.length}
      archived={h.records.counts('supply').archived}
      gone={gone}
    />
  );
}
