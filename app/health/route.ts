import { troubleOf } from '@/server/trouble';
import { house } from '@/server/wiring';

/** Whether the data can be read and written, in a word and a sentence: what an error page asks. */
export function GET(): Response {
  try {
    const h = house();
    const gone = h.gone();
    if (gone) return Response.json({ ok: false, words: gone }, { status: 503 });
    h.db.prepare('SELECT 1 FROM setting LIMIT 1').get();
    return Response.json({ ok: true, words: 'The data can be read.' });
  } catch (error) {
    return Response.json(
      { ok: false, words: troubleOf(error) ?? 'The data cannot be read: see the log of the server.' },
      { status: 503 },
    );
  }
}
