import { scaleStream } from '@/server/devices/scale';
import { house } from '@/server/wiring';

/** What a scale sends while a box stands on it, line by line as from a cable, until it rests. */
export async function GET(request: Request, { params }: { params: Promise<{ code: string }> }): Promise<Response> {
  const box = new URL(request.url).searchParams.get('box') ?? '';
  const r = scaleStream(house(), (await params).code, box);
  if (!r.ok) return new Response(r.problems[0]!.message, { status: 409 });
  return new Response(r.value, { headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' } });
}
