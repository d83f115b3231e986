import { notFound } from 'next/navigation';
import { clockIsFixed } from '@/server/clock';
import { catalogueOf } from '@/server/consignment/result';
import { house } from '@/server/wiring';
import { RunScreen } from '@/ui/arrive/run-screen';

const names: Record<string, string> = { 'float-transfer': 'Float, then net', cups: 'Cups', drip: 'Drip' };

export default async function RunPage({ params }: { params: Promise<{ code: string }> }) {
  const { code } = await params;
  const h = house();
  const stored = h.consignments.byCode(code);
  if (!stored) notFound();
  const c = stored.document;
  const catalogue = catalogueOf(c, house());
  const lanes = h.arrivals.runsOf(c.id).map((r) => {
    const bags = c.bags.filter((b) => r.bagIds.includes(b.id));
    const line = c.lines.find((l) => l.id === bags[0]?.animals[0]?.lineId) ?? c.lines[0]!;
    const species = catalogue.species.find((s) => s.id === line.speciesId)!;
    const count = bags.flatMap((b) => b.animals).reduce((n, a) => n + a.count, 0);
    return {
      id: r.id,
      bagIds: r.bagIds,
      methodName: names[r.method] ?? r.method,
      animals: `${count} ${species.name}`,
      species,
      steps: r.steps,
      startedMs: Date.parse(r.startedAt),
      done: Object.fromEntries(Object.entries(r.done).map(([k, v]) => [k, Date.parse(v)])),
    };
  });
  return <RunScreen code={code} zone={c.receiver.place.zone} nowMs={h.nowMs()} fixed={clockIsFixed()} lanes={lanes} />;
}
