import { drawPhoto, keepPhoto } from '@/server/photo/photos';
import { LONGEST_MS } from '@/server/queue/deeds';
import { writeAfter } from '@/server/write';

/** Takes one picture of a bag, box or tank; its bytes are the body. How large it may be is told at the door. */
export async function POST(request: Request): Promise<Response> {
  const q = new URL(request.url).searchParams;
  // How long ago it was taken: the clock of a phone may be wrong, ours tells the instant.
  const ago = Math.min(LONGEST_MS, Math.max(0, Number(q.get('ago') ?? 0) || 0));
  const subject = { kind: q.get('kind') ?? '', id: q.get('id') ?? '' };
  return Response.json(
    await writeAfter(
      q.get('press') ?? '',
      async () => drawPhoto(new Uint8Array(await request.arrayBuffer())),
      (h, drawn) => keepPhoto(h, q.get('code') ?? '', subject, drawn, h.nowMs() - ago),
    ),
  );
}
