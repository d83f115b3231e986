import { crateOfId } from '@/server/practice/practice';
import { house } from '@/server/wiring';

/** A practice crate as an open file. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const crate = crateOfId(house(), (await params).id);
  if (!crate) return new Response('This practice shipment does not exist.', { status: 404 });
  return new Response(`${JSON.stringify(crate, null, 2)}\n`, {
    headers: {
      'Content-Type': 'application/json',
      'Content-Disposition': `attachment; filename="${crate.id}.json"`,
      'Cache-Control': 'no-store',
    },
  });
}
