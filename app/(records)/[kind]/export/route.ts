import { kindOfSlug } from '@/records';
import { consignmentsCsv, exportCsv, readingsCsv } from '@/server/records/csv';
import { house } from '@/server/wiring';

/** A list as a CSV file. */
export async function GET(_: Request, { params }: { params: Promise<{ kind: string }> }): Promise<Response> {
  const { kind: slug } = await params;
  const kind = kindOfSlug(slug);
  const text =
    slug === 'consignments'
      ? consignmentsCsv(house())
      : slug === 'readings'
        ? readingsCsv(house())
        : kind
          ? exportCsv(house(), kind.id)
          : null;
  if (text === null) return new Response('There is no such list.', { status: 404 });
  return new Response(text, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="${slug}.csv"`,
    },
  });
}
