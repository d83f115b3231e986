import { addPhoto, LARGEST_PHOTO } from '@/server/photo/photos';
import { house } from '@/server/wiring';

/** Takes one picture of a bag, box or tank; its bytes are the body. */
export async function POST(request: Request): Promise<Response> {
  const q = new URL(request.url).searchParams;
  if (Number(request.headers.get('content-length') ?? 0) > LARGEST_PHOTO * 1.01)
    return Response.json({
      ok: false,
      problems: [{ path: 'photo', message: `A picture has at most ${LARGEST_PHOTO / 1e6} MB.` }],
    });
  const subject = { kind: q.get('kind') ?? '', id: q.get('id') ?? '' };
  return Response.json(
    await addPhoto(house(), q.get('code') ?? '', subject, new Uint8Array(await request.arrayBuffer())),
  );
}
