import { paperPdf } from '@/server/papers/pdf';
import { confirmationOf } from '@/server/papers/confirmation';
import { house } from '@/server/wiring';

/** The confirmation with the kit list, as a PDF. */
export async function GET(_: Request, { params }: { params: Promise<{ code: string }> }): Promise<Response> {
  const { code } = await params;
  const paper = confirmationOf(house(), code);
  if (!paper.ok) return new Response(paper.problems[0]!.message, { status: 404 });
  const pdf = await paperPdf(paper.value);
  return new Response(Buffer.from(pdf), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="${code}-confirmation.pdf"`,
    },
  });
}
