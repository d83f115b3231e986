import { exportLogbook } from '@/server/logbook/list';
import { house } from '@/server/wiring';

/** What the logbook’s filter finds, as CSV or JSON (`?as=json`). */
export function GET(request: Request): Response {
  const q = Object.fromEntries(new URL(request.url).searchParams);
  const { name, type, text } = exportLogbook(house(), q);
  return new Response(text, {
    headers: {
      'Content-Type': type,
      'Content-Disposition': `attachment; filename="${name}"`,
      'Cache-Control': 'no-store',
    },
  });
}
