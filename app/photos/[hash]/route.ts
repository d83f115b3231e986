import { photoFile } from '@/server/photo/photos';
import { house } from '@/server/wiring';

export async function GET(_: Request, { params }: { params: Promise<{ hash: string }> }): Promise<Response> {
  const file = photoFile(house(), (await params).hash);
  if (!file) return new Response('This picture does not exist.', { status: 404 });
  return new Response(new Uint8Array(file), {
    headers: { 'Content-Type': 'image/jpeg', 'Cache-Control': 'private, max-age=31536000, immutable' },
  });
}
