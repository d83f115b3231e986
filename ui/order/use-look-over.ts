import { useEffect, useEffectEvent, useRef, useState } from 'react';
import type { OrderCheck } from '@/core/calendar/departure';
import { checkOrder } from '@/server/order/actions';
import { orderInputOf, type OrderDraft, type PartyDraft } from './draft';

/** What a careful shipper says to an order. */
export interface CheckedOrder {
  sentence: string;
  advice: OrderCheck[];
  earliest: string | null;
}

/** Time without typing after which the order is looked over. */
const PAUSE_MS = 350;

/**
 * The order is looked over while it is typed; an answer to an older state is dropped.
 * @param onEarliest a new order of ours could be handed over at this local time, which is not the one typed
 */
export function useLookOver(
  p: { code: string | null },
  d: OrderDraft,
  version: number | null,
  onEarliest: (local: string) => void,
): CheckedOrder | null {
  const [said, setSaid] = useState<CheckedOrder | null>(null);
  const asked = useRef(0);
  const look = useEffectEvent(async (): Promise<void> => {
    const lines = d.lines
      .filter((l) => l.speciesId !== '' && l.count !== '')
      .map((l) => ({ ...l, tank: l.tank || '?', lengthCm: l.lengthCm || '3' }));
    if (lines.length === 0) return;
    const turn = ++asked.current;
    const incoming = d.direction === 'incoming';
    // What is not typed yet stands in for itself: an unknown town is looked over as the sender's own.
    const whole = (x: PartyDraft): PartyDraft => ({
      ...(x.lat === '' ? (incoming ? d.receiver : d.sender) : x),
      name: x.name || '?',
      phone: x.phone,
      address: x.address,
    });
    const named = { ...d, lines, receiver: whole(d.receiver), sender: whole(d.sender) };
    const answer = await checkOrder(orderInputOf(named, p.code, version)).catch(() => null);
    if (turn !== asked.current || !answer?.ok) return;
    setSaid(answer.value);
    const { earliest } = answer.value;
    if (p.code === null && !incoming && earliest && earliest !== d.handOver) onEarliest(earliest);
  });
  useEffect(() => {
    const t = setTimeout(() => void look(), PAUSE_MS);
    return () => clearTimeout(t);
  }, [d]);
  return said;
}
