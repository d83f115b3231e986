import { isFeedKey } from '@/server/bench/feed-key';
import { calendarFeed } from '@/server/bench/calendar';
import { house } from '@/server/wiring';

/** Every duty as a calendar feed to subscribe to, or as a file; `&of=KC-0142` gives those of one consignment. The secret key in its address is all that guards it. */
export function GET(request: Request): Response {
  const asked = new URL(request.url).searchParams;
  if (!isFeedKey(house(), asked.get('key')))
    return new Response('This calendar address is not valid. Copy it again from Settings.', { status: 403 });
  const code = asked.get('of');
  if (code !== null && !house().consignments.byCode(code))
    return new Response(`There is no shipment ${code.slice(0, 20)}.`, { status: 404 });
  return new Response(calendarFeed(house(), code), {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': `inline; filename="${code ?? 'kindly-crate'}.ics"`,
    },
  });
}
