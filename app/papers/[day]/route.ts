import { eveningPapers } from '@/server/papers/evening';
import { askedFor } from '@/server/papers/view';
import { pdfResponse } from '@/server/papers/response';
import { house } from '@/server/wiring';

/** The papers of an evening, all consignments in the order of packing, as one PDF. */
export async function GET(request: Request, { params }: { params: Promise<{ day: string }> }): Promise<Response> {
  const { day } = await params;
  const { format, edgeMm } = askedFor(house(), Object.fromEntries(new URL(request.url).searchParams));
  const { sheets } = /^\d{4}-\d\d-\d\d$/.test(day) ? eveningPapers(house(), day, { format, edgeMm }) : { sheets: [] };
  if (sheets.length === 0) return new Response('Nothing is packed on that day.', { status: 404 });
  return pdfResponse(sheets, `papers-${day}`);
}
