import { z } from 'zod';
import { pool, wasStopped } from '@/server/jobs/pool';
import { catalogueOf } from '@/server/consignment/result';
import { noConsignment } from '@/server/answer';
import { house } from '@/server/wiring';

const query = z.object({ draws: z.coerce.number().int().min(1).max(5000).default(600) });

/** The odds of a consignment as JSON, computed on a thread of the server: `?draws=600`. */
export async function GET(request: Request, { params }: { params: Promise<{ code: string }> }): Promise<Response> {
  const { code } = await params;
  const stored = house().consignments.byCode(code);
  if (!stored) return Response.json(noConsignment(code), { status: 404 });
  const asked = query.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!asked.success)
    return Response.json({ problems: [{ path: 'draws', message: 'Ask for 1 to 5000 draws.' }] }, { status: 400 });
  const c = stored.document;
  const r = await pool().run('evaluate', {
    consignment: c,
    catalogue: catalogueOf(c, house()),
    calendar: house().calendar(c),
    options: { draws: asked.data.draws },
  });
  if (!r.ok && wasStopped(r))
    return Response.json({ problems: r.problems }, { status: 503, headers: { 'retry-after': '5' } });
  return r.ok ? Response.json(r.value.risk) : Response.json({ problems: r.problems }, { status: 422 });
}
