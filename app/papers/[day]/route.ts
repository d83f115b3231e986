import { figuresReady } from '@/server/jobs/thinker';
import { eveningPapers, eveningShipments } from '@/server/papers/evening';
import { HOURS_FOLLOW } from '@/server/papers/papers';
import { papersAskedFor } from '@/server/papers/view';
import { pdfResponse } from '@/server/papers/response';
import { house } from '@/server/wiring';

/** The papers of an evening, all consignments in the order of packing, as one PDF. */
export async function GET(request: Request, { params }: { params: Promise<{ day: string }> }): Promise<Response> {
  const { day } = await params;
  const h = house();
  const { format, edgeMm } = papersAskedFor(h, Object.fromEntries(new URL(request.url).searchParams));
  const all = /^\d{4}-\d\d-\d\d$/.test(day) ? eveningShipments(h, day) : [];
  for (const { code } of all) await figuresReady(h, code);
  const { sheets, told } = eveningPapers(h, day, { format, edgeMm });
  if (all.length === 0 || sheets.length === 0) return new Response('Nothing is packed on that day.', { status: 404 });
  if (told.includes(HOURS_FOLLOW)) return new Response(HOURS_FOLLOW, { status: 503 });
  return pdfResponse(sheets, `papers-${day}`);
}
