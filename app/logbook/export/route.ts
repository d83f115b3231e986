import { exportLogbook } from '@/server/logbook/list';
import { house } from '@/server/wiring';

/** What the logbook’s filter finds, as CSV or JSON (`?as=json`). */
export function GET(request: Request): Response {
  const q = Object.fromEntries(new URL(request.url).searchParams);
  const file = exportLogbook(house(), q);
  if ('left' in file)
    return new Response(`The logbook is still loading: ${file.left} shipments are left. Try again in a minute.`, {
      status: 503,
      headers: { 'Retry-After': '60' },
    });
  const { name, type, text } = file;
  return new Response(text, {
    headers: {
      'Content-Type': type,
      'Content-Disposition': `attachment; filename="${name}"`,
      'Cache-Control': 'no-store',
    },
  });
}
