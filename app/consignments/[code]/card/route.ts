import { stationOf } from '@/server/consignment/station';
import { htmlCard } from '@/server/papers/html-card';
import { house } from '@/server/wiring';

/** The card that comes along, as one file for whoever receives. */
export async function GET(_request: Request, { params }: { params: Promise<{ code: string }> }): Promise<Response> {
  const { code } = await params;
  const s = stationOf(house(), code);
  if (!s) return new Response('This shipment does not exist.', { status: 404 });
  const made = await htmlCard(s);
  if (!made.ok) return new Response(made.problems[0]!.message, { status: 404 });
  return new Response(made.value.html, {
    headers: {
      'content-type': 'text/html; charset=utf-8',
      'content-disposition': `attachment; filename="${made.value.name}"`,
    },
  });
}
