import type { Sheet } from '@/core/papers/sheet';
import { sheetsPdf } from './pdf';

/** Sheets as a PDF that a browser shows, with a name for when it is kept. */
export async function pdfResponse(sheets: readonly Sheet[], name: string): Promise<Response> {
  const pdf = await sheetsPdf(sheets, name);
  return new Response(Buffer.from(pdf), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="${name.replace(/[^\w.-]+/g, '-')}.pdf"`,
    },
  });
}
