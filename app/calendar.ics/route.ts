import { calendarFeed } from '@/server/views/calendar';
import { house } from '@/server/wiring';

/** Every duty as a calendar feed: to subscribe to, or to save as a file. */
export function GET(): Response {
  return new Response(calendarFeed(house()), {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': 'inline; filename="kindly-crate.ics"',
    },
  });
}
