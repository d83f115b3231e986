'use server';

import { refuse, type Outcome } from '@/core/consignment/outcome';
import { house } from '@/server/wiring';
import { lookUp } from '@/server/write';

/** What became of a press whose answer was lost. What did not arrive by now is given up, and never done later. */
export async function wasDone(press: string): Promise<Outcome<unknown>> {
  const h = house();
  const gone = h.gone();
  if (gone) return refuse('', gone);
  return (
    lookUp(h, String(press)) ?? refuse('', 'The answer was lost: nothing was saved; what you typed is still here.')
  );
}
