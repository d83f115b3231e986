import { drawPhoto, keepPhoto } from '@/server/photo/photos';
import { writeAfter } from '@/server/write';

/** Takes one picture of a bag, box or tank; its bytes are the body. How large it may be is told at the door. */
export async function POST(request: Request): Promise<Response> {
  const q = new URL(request.url).searchParams;
  const subject = { kind: q.get('kind') ?? '', id: q.get('id') ?? '' };
  return Response.json(
    await writeAfter(
      q.get('press') ?? '',
      async () => drawPhoto(new Uint8Array(await request.arrayBuffer())),
      (h, drawn) => keepPhoto(h, q.get('code') ?? '', subject, drawn),
    ),
  );
}
