import { progressOf, stopPlan } from '@/server/plan/plan';

type Press = { params: Promise<{ press: string }> };

/** How far the plan of a press is: `{ done, of }`, or null where none is being made. */
export async function GET(_: Request, { params }: Press): Promise<Response> {
  return Response.json(progressOf((await params).press), { headers: { 'cache-control': 'no-store' } });
}

/** Stops looking at odds: the plan is finished as planned. */
export async function POST(_: Request, { params }: Press): Promise<Response> {
  stopPlan((await params).press);
  return new Response(null, { status: 204 });
}
