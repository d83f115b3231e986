import { notFound } from 'next/navigation';
import { kinds } from '@/records';
import { profileOf } from '@/server/house';
import { editorView } from '@/server/records/view';
import { concernsOfTank } from '@/server/concerns';
import { standingNow } from '@/server/quarantine/facts';
import { tankView } from '@/server/stock/tanks';
import { whoIsHere } from '@/server/room/current-user';
import { house } from '@/server/wiring';
import { RecordEditor } from '@/ui/records/editor';
import { ButtonLink } from '@/ui/kit/button';
import { Concerns } from '@/ui/kit/concerns';
import { TankLife } from '@/ui/stock/tank-life';

export default async function TankPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const h = house();
  const kind = kinds.tank;
  const view = editorView(h, kind, decodeURIComponent(id));
  if (!view) notFound();
  const tank = view.id ? tankView(h, view.id) : null;
  const live = tank && h.quarantines.inTank(tank.record.id);
  const weeks = live && { id: live.id, day: standingNow(h, live).day };
  const zone = profileOf(h).place.zone;
  const concerns = tank && (
    <Concerns list={concernsOfTank(h, tank.record.id)} zone={zone} here={`/tanks/${tank.record.id}`} />
  );
  const life = tank && (
    <>
      <p className="mb-4 flex flex-wrap gap-3">
        {weeks && (
          <ButtonLink tone="go" className="!min-h-11" href={`/quarantine/${weeks.id}`}>
            In quarantine: day {weeks.day}
          </ButtonLink>
        )}
        <a className="btn !min-h-11" href={`/tanks/${encodeURIComponent(tank.record.id)}/card`}>
          Print tank card
        </a>
        <ButtonLink className="!min-h-11" href={`/journal?of=${encodeURIComponent(tank.record.id)}`}>
          Who did what
        </ButtonLink>
      </p>
      <TankLife
        tankId={tank.record.id}
        zone={zone}
        fish={tank.fish}
        stays={tank.stays}
        readings={tank.readings}
        readingCount={tank.readingCount}
      />
    </>
  );
  // The record itself is the owner’s; what lives in the tank and its water is everybody’s.
  if ((await whoIsHere()).role !== 'owner')
    return (
      <>
        {concerns}
        <section className="chead">
          <h1>{tank?.record.name ?? 'A tank'}</h1>
        </section>
        <section className="work border-t border-rule-strong">{life}</section>
      </>
    );
  return (
    <>
      {concerns}
      <RecordEditor
        key={view.id}
        kindId={kind.id}
        slug={kind.slug}
        one={kind.one}
        fields={[...kind.fields]}
        view={{ ...view, movements: [] }}
        templates={[]}
        before={life}
      />
    </>
  );
}
