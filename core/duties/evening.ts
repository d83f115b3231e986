import type { Assumptions } from '@/core/catalogue/assumptions';
import { withOverrides } from '@/core/catalogue/assumptions';
import { keyInstants } from '@/core/calendar/legs';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';
import { byNumber } from '@/core/quantities/words';
import { packingChecklist } from './checklist';
import type { CheckItem, PackingPhase } from './item';
import { minutesOf, type Pace } from './pace';
import { stepId, type EveningStep } from './clock';

/** A consignment of the evening, with the slack of its bags as far as it is known, h. */
export interface Packed {
  c: Consignment;
  catalogue: Catalogue;
  slackH: Readonly<Record<string, number | null>>;
}

/** Differences below this do not move a bag, h: figures that are computed anew shall not shuffle the bench. */
const ALIKE_H = 0.5;

interface BagTurn {
  p: Packed;
  bagId: string;
  slackH: number;
  planned: number;
}

/** Bags of the evening in the order in which they are sealed: the one with the least slack last, by the plan where alike. */
function sealingOrder(packed: readonly Packed[]): BagTurn[] {
  const turns = packed.flatMap((p) =>
    p.c.bags.map((b) => ({ p, bagId: b.id, slackH: p.slackH[b.id] ?? Infinity, planned: 0 })),
  );
  turns.forEach((t, i) => (t.planned = i));
  const rank = (t: BagTurn): number => (t.slackH === Infinity ? Infinity : Math.round(t.slackH / ALIKE_H));
  return [...turns].sort((x, y) => {
    const [a, b] = [rank(x), rank(y)];
    return a === b ? x.planned - y.planned : b - a;
  });
}

/** Steps of bags in their turn; one that is sedated gets its dose a bag earlier, so that the watch runs beside the work. */
function bagSteps(turns: readonly BagTurn[], of: ReadonlyMap<Packed, CheckItem[]>, pace: Pace): EveningStep[] {
  const blocks = turns.map((t, i): EveningStep[] => {
    const later = (i - t.planned) * pace.bag.minutes;
    return of
      .get(t.p)!
      .filter((x) => x.phase === 'bags' && x.bagId === t.bagId)
      .map((x) => ({
        ...named(t.p, x),
        ...(x.key.startsWith('bag:') && later > 0 ? { gainsH: later / 60 } : {}),
      }));
  });
  const doses = blocks.map((b) => b.filter((x) => x.key.startsWith('sedate:')));
  const rest = blocks.map((b) => b.filter((x) => !x.key.startsWith('sedate:')));
  return blocks.flatMap((_, i) => [...(i === 0 ? doses[0]! : []), ...(doses[i + 1] ?? []), ...rest[i]!]);
}

const named = (p: Packed, i: CheckItem): EveningStep => ({ ...i, code: p.c.code, id: stepId(p.c.code, i.key) });

/** Where packs are opened: as late as still leaves them open long enough before the first lid they go under. */
function withPacks(steps: EveningStep[], packs: readonly EveningStep[], pace: Pace): EveningStep[] {
  const out = [...steps];
  for (const pack of packs) {
    const lid = out.findIndex(
      (x) => x.after?.keys.includes(pack.key) && x.code === pack.code && x.key.startsWith('lid:'),
    );
    const wanted = lid < 0 ? 0 : out[lid]!.after!.minutes;
    const earliest = out.findIndex((x) => x.phase !== 'labels' && x.phase !== 'water');
    let at =
      lid < 0
        ? Math.max(
            0,
            out.findIndex((x) => x.phase === 'boxes'),
          )
        : lid;
    for (let left = 0; at > Math.max(0, earliest) && left < wanted; at--) left += minutesOf(out[at - 1]!, pace);
    // A pack has to be open before it can be proved, however short it lies before the lid.
    const prove = out.findIndex((x) => x.after?.keys.includes(pack.key) && x.code === pack.code);
    out.splice(prove < 0 ? at : Math.min(at, prove), 0, pack);
  }
  return out;
}

/**
 * The steps of an evening in the order in which hands do them: labels of all, water of all, then bag by bag with the
 * weakest last, stands and looks, then box by box, those that leave first at first (common practice; W10, W20, W29).
 */
export function eveningSteps(packed: readonly Packed[], pace: Pace): EveningStep[] {
  const leave = (p: Packed): number => keyInstants(p.c, p.catalogue, assumptionsOf(p)).leaveMs;
  const inOrder = [...packed].sort((x, y) => leave(x) - leave(y) || byNumber(x.c.code, y.c.code));
  const lists = new Map(inOrder.map((p) => [p, packingChecklist(p.c, p.catalogue)]));
  const of = (phase: PackingPhase, test: (i: CheckItem) => boolean = () => true): EveningStep[] =>
    inOrder.flatMap((p) =>
      lists
        .get(p)!
        .filter((i) => i.phase === phase && test(i))
        .map((i) => named(p, i)),
    );
  const steps = [
    ...of('labels'),
    ...of('water'),
    ...bagSteps(sealingOrder(inOrder), lists, pace),
    ...of('bags', (i) => !i.bagId),
    ...of('stand'),
    ...inOrder.flatMap((p) =>
      lists
        .get(p)!
        .filter((i) => i.phase === 'boxes' || i.phase === 'papers' || i.key.startsWith('prove:'))
        .map((i) => named(p, i)),
    ),
  ];
  return oneFlame(
    withPacks(
      steps,
      of('packs', (i) => !i.key.startsWith('prove:')),
      pace,
    ),
  );
}

const assumptionsOf = (p: Packed): Assumptions => withOverrides(p.c.assumptions);

/** The caution of the cylinder stands at the first bag of the evening, wherever that is. */
function oneFlame(steps: EveningStep[]): EveningStep[] {
  const closing = steps.filter((s) => s.key.startsWith('bag:'));
  const caution = closing.find((s) => s.caution)?.caution;
  if (caution === undefined) return steps;
  return steps.map((s) => {
    if (!s.key.startsWith('bag:')) return s;
    const { caution: _, ...rest } = s;
    return s === closing[0] ? { ...rest, caution } : rest;
  });
}
