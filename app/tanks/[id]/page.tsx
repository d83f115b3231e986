import { notFound } from 'next/navigation';
import { kinds } from '@/records';
import { profileOf } from '@/server/house';
import { editorView } from '@/server/records/view';
import { tankView } from '@/server/stock/tanks';
import { house } from '@/server/wiring';
import { RecordEditor } from '@/ui/records/editor';
import { TankLife } from '@/ui/stock/tank-life';

export default async function TankPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const h = house();
  const kind = kinds.tank;
  const view = editorView(h, kind, decodeURIComponent(id));
  if (!view) notFound();
  const tank = view.id ? tankView(h, view.id) : null;
  return (
    <>
      <RecordEditor
        key={view.id}
        kindId={kind.id}
        slug={kind.slug}
        one={kind.one}
        fields={[...kind.fields]}
        view={{ ...view, movements: [] }}
        templates={[]}
        before={
          tank && (
            <TankLife
              tankId={tank.record.id}
              zone={profileOf(h).place.zone}
              fish={tank.fish}
              stays={tank.stays}
              readings={tank.readings}
              readingCount={tank.readingCount}
            />
          )
        }
      />
    </>
  );
}
