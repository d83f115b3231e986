import { A4, pagesOf } from '@/core/papers/pages';
import { confirmationOf } from '@/server/papers/confirmation';
import { pdfResponse } from '@/server/papers/response';
import { houseType } from '@/server/papers/type';
import { house } from '@/server/wiring';

/** The confirmation with the kit list, as a PDF. */
export async function GET(_: Request, { params }: { params: Promise<{ code: string }> }): Promise<Response> {
  const { code } = await params;
  const paper = confirmationOf(house(), code);
  if (!paper.ok) return new Response(paper.problems[0]!.message, { status: 404 });
  return pdfResponse(pagesOf(paper.value, A4, houseType()), `${code}-confirmation`);
}
