import { notFound } from 'next/navigation';
import { kinds } from '@/core/records';
import { profileOf } from '@/server/house';
import { editorView } from '@/server/views/records';
import { tankView } from '@/server/views/tanks';
import { house } from '@/server/wiring';
import * as act from '@/app/actions';
import { RecordEditor } from '@/ui/records/editor';
import { TankLife } from '@/ui/tanks/life';

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
        saveRecord={act.saveRecord}
        removeRecord={act.removeRecord}
        restoreRecord={act.restoreRecord}
        archiveRecord={act.archiveRecord}
        undoRecord={act.undoRecord}
        before={
          tank && (
            <TankLife
              tankId={tank.record.id}
              zone={profileOf(h).place.zone}
              fish={tank.fish}
              readings={tank.readings}
              readingCount={tank.readingCount}
              saveReading={act.saveReading}
              strikeReading={act.strikeReading}
              moveCount={act.moveCount}
            />
          )
        }
      />
    </>
  );
}
