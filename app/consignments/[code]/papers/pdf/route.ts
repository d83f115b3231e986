import { stationOf } from '@/server/consignment/station';
import { figuresReady } from '@/server/jobs/thinker';
import { HOURS_FOLLOW, papersOf } from '@/server/papers/papers';
import { pdfResponse } from '@/server/papers/response';
import { papersAskedFor } from '@/server/papers/view';
import { house } from '@/server/wiring';

/** Papers of a consignment as one PDF. */
export async function GET(request: Request, { params }: { params: Promise<{ code: string }> }): Promise<Response> {
  const { code } = await params;
  await figuresReady(house(), code);
  const s = stationOf(house(), code);
  if (!s) return new Response('This shipment does not exist.', { status: 404 });
  const want = papersAskedFor(house(), Object.fromEntries(new URL(request.url).searchParams));
  const papers = papersOf(s, want);
  if (!papers.ok) return new Response(papers.problems[0]!.message, { status: 404 });
  // A label without its hour, or with another, is worse than one that comes a moment later.
  if (papers.value.told.includes(HOURS_FOLLOW)) return new Response(HOURS_FOLLOW, { status: 503 });
  if (papers.value.sheets.length === 0) return new Response('There is nothing of this kind to print.', { status: 404 });
  return pdfResponse(papers.value.sheets, [code, ...(want.kinds.length === 1 ? want.kinds : ['papers'])].join('-'));
}
