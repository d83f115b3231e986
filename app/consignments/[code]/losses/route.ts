import { claimOf } from '@/server/arrive/claim';
import { house } from '@/server/wiring';

/** What was lost, as one file to send: a page, and the pictures of the closed bags. */
export async function GET(_: Request, { params }: { params: Promise<{ code: string }> }): Promise<Response> {
  const r = await claimOf(house(), (await params).code);
  if (!r.ok) return new Response(r.problems[0]!.message, { status: 404 });
  return new Response(Buffer.from(r.value.zip), {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename="${r.value.name}"`,
      'cache-control': 'no-store',
    },
  });
}
