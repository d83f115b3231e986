import { packed } from '@/server/db/backup';
import { troubleOf } from '@/server/trouble';
import { house } from '@/server/wiring';

/** Everything in one file: the database and the photos. */
export async function GET(): Promise<Response> {
  const h = house();
  if (!h.folder) return new Response('Nothing to back up.', { status: 404 });
  try {
    const day = h.nowIso().slice(0, 10);
    return new Response(new Uint8Array(await packed(h.folder, h.db)), {
      headers: {
        'content-type': 'application/zip',
        'content-disposition': `attachment; filename="kindly-crate-${day}.zip"`,
      },
    });
  } catch (error) {
    return new Response(troubleOf(error) ?? 'The file could not be made. See the server’s log.', { status: 503 });
  }
}
