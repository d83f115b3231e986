'use client';

import { Button, ButtonLink } from '@/ui/kit/button';
import { recordEvent } from '@/server/pack/actions';
import { tickedBy } from '@/ui/arrive/pressed';
import { press } from '@/ui/queue/store';
import { ofDeed, usePresses } from '@/ui/queue/use-queue';
import type { SendView } from '@/server/pack/view';
import { durationWords } from '@/core/quantities/words';
import { StateMark } from '@/ui/drawings/state-mark';
import { clock, dayClock } from '@/ui/format';
import { Gate } from './gate';
import { Proving } from './proving';
import { useMe } from '@/ui/shell/wishes';
import { useSave } from '@/ui/use-save';
import { useScanned } from '@/ui/use-scanned';

/** One step: a wet-hands button, and under it what is told or warned of at that step. */
function Step({ p, i, isNext }: { p: SendView; i: SendView['items'][number]; isNext: boolean }) {
  return (
    <li
      data-of={i.bagId}
      className={`flex flex-wrap items-stretch border-b border-rule ${isNext ? 'bg-hands-pale' : ''}`}
    >
      <button
        className="flex min-h-16 min-w-0 flex-1 basis-52 items-center gap-4 px-2 py-2 text-left"
        aria-pressed={i.at !== null}
        aria-label={i.at ? `Take back: ${i.title}` : i.title}
        onClick={() =>
          press({ deed: 'tick', code: p.code, key: i.key, done: !i.at }, i.at ? `${i.title}, taken back` : i.title)
        }
      >
        <StateMark mark={i.at ? 'done' : isNext ? 'now' : 'ahead'} size={26} />
        <span className="min-w-0 flex-1">
          <b className={`font-head text-16 ${i.at ? 'text-ink-3' : ''}`}>{i.title}</b>
          <br />
          <span className="note">{i.detail}</span>
        </span>
        {i.was && (
          <span className="note max-w-56 shrink-0 text-right" style={{ color: 'var(--watch)' }}>
            changed since: it said “{i.was.slice(0, 60)}…”
          </span>
        )}
        {i.at && (
          <span className="shrink-0 text-right text-15 text-ink-3">
            <span className="num">{clock(Date.parse(i.at), p.zone)}</span>
            {i.by && <span className="block text-13">{i.by}</span>}
          </span>
        )}
        {!i.at && i.taken && (
          <span className="shrink-0 text-13 font-semibold">{i.taken.mine ? 'Yours' : `Taken by ${i.taken.by}`}</span>
        )}
      </button>
      {p.shared && !i.at && (
        <Button
          tone="flat"
          className="ml-auto min-h-16 min-w-16"
          aria-label={`${i.taken?.mine ? 'Let go' : 'I take'}: ${i.title}`}
          onClick={() =>
            press(
              { deed: i.taken?.mine ? 'letGo' : 'take', subject: `step:${p.code}:${i.key}` },
              `take ${i.title} in hand`,
            )
          }
        >
          {i.taken?.mine ? 'Let go' : i.taken ? 'Take over' : 'I take it'}
        </Button>
      )}
      {!i.at && i.key.startsWith('prove:') && p.packs.some((x) => `prove:${x.typeId}` === i.key) && (
        <div className="w-full">
          <Proving
            packs={p.packs.filter((x) => `prove:${x.typeId}` === i.key)}
            code={p.code}
            zone={p.zone}
            practises={p.practises}
            duds={p.duds.filter((d) => `prove:${d.typeId}` === i.key).map((d) => d.words)}
            batches={p.batches.filter((b) => `prove:${b.typeId}` === i.key).map((b) => b.batch)}
          />
        </div>
      )}
      {i.caution && !i.at && <p className="caution mx-2 mb-2 w-full">{i.caution}</p>}
    </li>
  );
}

/** The station as it stands with the presses of this phone that the server does not know yet. */
function withPresses(p: SendView, presses: ReturnType<typeof usePresses>): SendView {
  const ticked = tickedBy(presses, p.code);
  const hands = new Map<string, boolean>();
  for (const { deed: d } of presses)
    if ((d.deed === 'take' || d.deed === 'letGo') && d.subject.startsWith(`step:${p.code}:`))
      hands.set(d.subject.slice(`step:${p.code}:`.length), d.deed === 'take');
  const events = [
    ...ofDeed(presses, 'event').map((x) => ({ ...x, name: x.deed.name as string })),
    ...ofDeed(presses, 'handOver').map((x) => ({ ...x, name: 'handedOverAt' })),
  ].filter((x) => x.deed.code === p.code);
  const iso = (ms: number): string => new Date(ms).toISOString();
  return {
    ...p,
    items: p.items.map((i) => {
      const t = ticked.get(i.key);
      const taken = hands.get(i.key);
      return {
        ...i,
        ...(t ? { at: t.done ? iso(t.atMs) : null, by: '' } : {}),
        ...(taken === undefined ? {} : { taken: taken ? { by: '', mine: true } : null }),
      };
    }),
    events: p.events.map((e) => {
      const here = events.find((x) => x.name === e.name);
      return here && !e.actual ? { ...e, actual: iso(here.pressedMs) } : e;
    }),
  };
}

/** The owner’s papers; for whoever packs the ones that hold no price. */
function Papers({ code }: { code: string }) {
  if (useMe().role === 'owner')
    return (
      <ButtonLink className="ml-3" href={`/consignments/${code}/papers`}>
        Papers
      </ButtonLink>
    );
  return (
    <span className="ml-3 flex flex-wrap gap-2">
      {[
        ['bags', 'Bag labels'],
        ['boxes', 'Box labels'],
        ['card', 'Card'],
      ].map(([kind, words]) => (
        <a key={kind} className="btn" href={`/consignments/${code}/papers/pdf?kinds=${kind}`}>
          {words}
        </a>
      ))}
    </span>
  );
}

/** The packing list in working order: one wet-hands button a line, each tick with its instant. */
export function SendStation(stored: SendView) {
  const { save, busy, problems } = useSave();
  const p = withPresses(stored, usePresses());
  useScanned();
  const next = p.items.find((i) => !i.at);
  const done = p.items.filter((i) => i.at).length;
  const minutes = Math.round((p.leaveMs - p.nowMs) / 60000);
  const handedOver = p.events.find((e) => e.name === 'handedOverAt')?.actual;
  return (
    <div className="grid gap-8 lg:grid-cols-[1fr_360px]">
      <section className="order-2 min-w-0 lg:order-1">
        <div className="mb-2 flex flex-wrap items-baseline gap-3">
          <h2>Packing list</h2>
          <Papers code={p.code} />
          {!handedOver && (
            <ButtonLink tone="go" href={`/consignments/${p.code}/pack`}>
              Packing run
            </ButtonLink>
          )}
          <span className="mute ml-auto text-13">
            <b className="num text-ink">{done}</b> of {p.items.length} done
          </span>
        </div>
        {p.accepted.length > 0 && (
          <ul className="mb-2 border-t border-rule text-13" aria-label="Taken on knowingly">
            {p.accepted.map((x) => (
              <li key={`${x.bag} ${x.rule}`} className="flex items-start gap-2 border-b border-rule py-1.5">
                <StateMark mark="watch" size={15} />
                <span>
                  <b>Bag {x.bag}.</b> {x.rule} <b>Taken on knowingly:</b> {x.reason}
                </span>
              </li>
            ))}
          </ul>
        )}
        <ol>
          {p.items.map((i) => (
            <Step key={i.key} p={p} i={i} isNext={i === next} />
          ))}
        </ol>
      </section>
      <aside className="order-1 space-y-4 lg:order-2">
        {!handedOver && (
          <p className="bg-ink px-4 py-3 text-[var(--on-ink)]">
            <span className="num text-28 font-semibold">{clock(p.leaveMs, p.zone)}</span>{' '}
            <b className="font-head text-18">Leave</b>
            <br />
            <span className="text-13">
              {minutes > 0
                ? `in ${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`
                : `${durationWords(minutes * 60_000)} ago by the plan`}
            </span>
          </p>
        )}
        {p.events.map((e) => (
          <div key={e.name} className="border-b border-rule pb-4">
            <h3>{e.title}</h3>
            <p className="note mb-2">
              planned {dayClock(e.plannedMs, p.zone)}
              {e.actual && (
                <>
                  , <b className="text-ink">happened {dayClock(Date.parse(e.actual), p.zone)}</b>
                </>
              )}
            </p>
            {e.actual ? (
              <Button
                disabled={busy}
                onClick={() => save((press) => recordEvent(press, p.code, p.version, e.name, false))}
              >
                Take this back
              </Button>
            ) : e.name === 'sealedAt' ? (
              <Button
                wet
                tone={next?.key.startsWith('bag:') ? 'hands' : 'plain'}
                className="w-full"
                disabled={busy}
                onClick={() => press({ deed: 'event', code: p.code, name: 'sealedAt' }, e.title)}
              >
                First bag is sealed now
              </Button>
            ) : (
              <Gate
                code={p.code}
                zone={p.zone}
                leaveMs={p.leaveMs}
                missing={[
                  ...p.items.filter((i) => !i.at && !i.mayWait).map((i) => ({ key: i.key, words: i.title })),
                  ...p.found,
                ]}
              />
            )}
            {e.name === 'handedOverAt' && e.actual && (
              <dl className="mt-2 text-13">
                {p.counter.receipt && <dd>Receipt {p.counter.receipt}</dd>}
                {p.counter.takenBy && <dd>Taken by {p.counter.takenBy}</dd>}
                {p.counter.note && <dd>{p.counter.note}</dd>}
              </dl>
            )}
          </div>
        ))}
        {problems[0] && (
          <p className="problem" role="alert">
            {problems[0].message}
          </p>
        )}
        <p className="note">
          Hours in the bag count from the first one sealed. Once this is recorded, the plan is computed again from what
          happened.
        </p>
      </aside>
    </div>
  );
}
