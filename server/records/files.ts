import { kindOfSlug } from '@/records';
import { house } from '@/server/wiring';
import { consignmentsCsv, exportCsv, readingsCsv } from './csv';

/** A list as a CSV file, by the name of its page. */
export function listFile(slug: string): Response {
  const kind = kindOfSlug(slug);
  const text =
    slug === 'consignments'
      ? consignmentsCsv(house())
      : slug === 'readings'
        ? readingsCsv(house())
        : kind
          ? exportCsv(house(), kind.id)
          : null;
  if (text === null) return new Response('This list does not exist.', { status: 404 });
  return new Response(text, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="${slug}.csv"`,
    },
  });
}
