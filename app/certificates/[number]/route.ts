import { A4, pagesOf } from '@/core/papers/pages';
import { pdfResponse } from '@/server/papers/response';
import { houseType } from '@/server/papers/type';
import { house } from '@/server/wiring';

/** A certificate of the register as a PDF, as it was given out. */
export async function GET(_: Request, { params }: { params: Promise<{ number: string }> }): Promise<Response> {
  const { number } = await params;
  const stored = house().certificates.byNumber(number);
  if (!stored) return new Response('No certificate with this number.', { status: 404 });
  return pdfResponse(pagesOf(stored.paper, A4, houseType()), `certificate-${number}`);
}
