import { keyInstants } from '@/core/calendar/legs';
import { withOverrides } from '@/core/catalogue/assumptions';
import type { Who } from '@/server/room/who';
import type { Station } from '@/server/consignment/station';
import { packRunView } from './run-view';

/** The Send station: the steps of the packing run as a list, the sealing and the hand-over as planned. */
export function sendView({ h, c, catalogue, base }: Station, who: Who | null = null) {
  const unsealed = { ...c, actual: { ...c.actual, sealedAt: null } };
  return {
    ...base,
    run: packRunView(h, [c.code], who),
    sealPlanMs: keyInstants(unsealed, catalogue, withOverrides(c.assumptions)).sealMs,
    handOverPlanMs: Date.parse(c.handOverAt),
  };
}
export type SendView = ReturnType<typeof sendView>;
