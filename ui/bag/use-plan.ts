import { useState } from 'react';
import type { Handled } from '@/core/bag/by-hand';
import type { Bag, Dosed } from '@/core/consignment/schema';
import { useDraft } from '@/ui/use-draft';
import type { BagStationProps } from '@/server/bag/view';
import type { WaterDraft } from '@/ui/fields/water';
import { bagPlanOf, type PlanDraft } from './draft';

/** So many deeds can be taken back. */
const REMEMBERED = 100;

/** Bags under the hands: every deed can be undone and done again; typing in one field is one deed. */
export function usePlan(p: Pick<BagStationProps, 'code' | 'bags' | 'water' | 'drawn' | 'version'>) {
  const draft = useDraft<PlanDraft>(bagPlanOf(p), p.version, `bags ${p.code}`);
  const { bags, water, drawn } = draft.draft;
  const [past, setPast] = useState<{ bags: readonly Bag[]; what: string | null }[]>([]);
  const [ahead, setAhead] = useState<(readonly Bag[])[]>([]);
  const [said, setSaid] = useState('');
  const setBags = (next: readonly Bag[]): void => draft.setDraft((x) => ({ ...x, bags: [...next] }));

  /** A deed; `what` names the field it was typed in, so that letter by letter it is one of them; null where it stands by itself. */
  const handle = (what: string | null, { bags: next, said: words }: Handled): void => {
    setSaid(words);
    if (next === bags) return;
    setPast((x) => (what !== null && x[x.length - 1]?.what === what ? x : [...x.slice(-REMEMBERED), { bags, what }]));
    setAhead([]);
    setBags(next);
  };
  const undo = (): void => {
    const last = past[past.length - 1];
    if (!last) return;
    setPast(past.slice(0, -1));
    setAhead([...ahead, bags]);
    setSaid('');
    setBags(last.bags);
  };
  const redo = (): void => {
    const next = ahead[ahead.length - 1];
    if (!next) return;
    setAhead(ahead.slice(0, -1));
    setPast([...past, { bags, what: null }]);
    setBags(next);
  };
  const forget = (): void => {
    setPast([]);
    setAhead([]);
    setSaid('');
  };
  return {
    bags: bags as readonly Bag[],
    water,
    drawn,
    version: draft.version,
    dirty: draft.dirty,
    keeping: { restored: draft.restored, bringBack: draft.bringBack },
    said,
    handle,
    undo: past.length > 0 ? undo : null,
    redo: ahead.length > 0 ? redo : null,
    setWater: (next: WaterDraft): void => draft.setDraft((x) => ({ ...x, water: next })),
    setDrawn: (next: Dosed[]): void => draft.setDraft((x) => ({ ...x, drawn: next })),
    kept: (): void => {
      draft.kept();
      forget();
    },
    reset: (): void => {
      draft.reset();
      forget();
    },
  };
}
export type PlanInHand = ReturnType<typeof usePlan>;
