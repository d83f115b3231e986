import { dayWords } from '@/core/calendar/calendar';
import { counted } from '@/core/quantities/words';
import { tankCard } from '@/core/papers/tank-card';
import { pdfResponse } from '@/server/papers/response';
import { houseType } from '@/server/papers/type';
import { tankNumber } from '@/server/scan/target';
import { tankView } from '@/server/stock/tanks';
import { house } from '@/server/wiring';

/** The card of a tank as a PDF: its name, what lives there, and the code that opens its page. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params;
  const tank = tankView(house(), decodeURIComponent(id));
  if (!tank) return new Response('This tank does not exist.', { status: 404 });
  const { record } = tank;
  const weeks = house().quarantines.inTank(record.id);
  // What hangs on the glass of a quarantine says whose gear it is.
  const role = weeks
    ? `quarantine since ${dayWords(Date.parse(weeks.startedAt), weeks.zone)}: own net and siphon`
    : typeof record.document.use === 'string'
      ? record.document.use
      : '';
  const living = [
    ...tank.fish.map((f) => `${f.amount === null ? '' : `${f.amount} `}${f.species.name}`),
    ...tank.stays.filter((s) => s.count > 0).map((s) => `${counted(s.count, 'animal')}: ${s.name}`),
  ];
  const card = tankCard(
    {
      name: record.name,
      number: tankNumber(record.id),
      volumeL: typeof record.document.volumeL === 'number' ? record.document.volumeL : null,
      role,
      animals: living,
    },
    houseType(),
  );
  return pdfResponse([card], `tank-${record.name}`);
}
