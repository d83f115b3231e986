'use client';

import { Button } from '@/ui/kit/button';
import { tick } from '@/server/pack/actions';
import type { FastStationView } from '@/server/day/view';
import { durationWords } from '@/core/quantities/words';
import { StateMark } from '@/ui/drawings/state-mark';
import { clock, dayMonth } from '@/ui/format';
import { useSave } from '@/ui/use-save';

/** The schedule backwards from the hand-over, as clock times; each can be ticked and taken back. */
export function Schedule(p: FastStationView['schedule'] & { code: string }) {
  const { save, busy, problems } = useSave();
  const next = p.moments.find((m) => !m.doneAt && !m.past);
  return (
    <div className="grid gap-8 lg:grid-cols-[1fr_340px]">
      <section>
        <div className="mb-2 flex items-baseline gap-3">
          <h2>{p.incoming ? 'Before it arrives' : 'Back from the drop-off'}</h2>
          <a className="ml-auto text-13 font-semibold text-tide" href={p.feed.one} download>
            Save as calendar file
          </a>
          <a className="text-13 font-semibold text-tide" href={p.feed.all}>
            Subscribe to all tasks
          </a>
          <span className="mute text-13">clock of {p.town}</span>
        </div>
        {problems[0] && (
          <p className="problem" role="alert">
            {problems[0].message}
          </p>
        )}
        <ol>
          {p.moments.map((m, i) => {
            const late = !m.doneAt && !m.past && m.atMs < p.nowMs;
            const newDay = i === 0 || dayMonth(m.atMs, p.zone) !== dayMonth(p.moments[i - 1]!.atMs, p.zone);
            return (
              <li key={m.key}>
                {newDay && (
                  <p className="mt-3 border-b border-rule-strong pb-1 font-head text-15 font-semibold">
                    {dayMonth(m.atMs, p.zone)}
                  </p>
                )}
                <div className={`flex items-center gap-4 border-b border-rule py-2 ${late ? 'bg-hands-pale' : ''}`}>
                  <span className="num w-14 shrink-0 pl-1 text-18 font-semibold">{clock(m.atMs, p.zone)}</span>
                  <StateMark mark={m.doneAt ? 'done' : late ? 'stop' : m === next ? 'now' : 'ahead'} size={18} />
                  <div className="min-w-0 flex-1">
                    <p className="font-head text-15 font-semibold">
                      {m.title}
                      {m.past && !m.doneAt && <span className="mute ml-2 font-text text-13">past, not ticked</span>}
                      {late && (
                        <span className="ml-2 font-text text-13 text-stop">{durationWords(p.nowMs - m.atMs)} late</span>
                      )}
                    </p>
                    <p className="note">
                      {m.warning && <b className="text-watch">{m.warning} </b>}
                      {m.detail}
                    </p>
                  </div>
                  <span className="hide-s shrink-0">
                    <span className="num">{m.minutes}</span>
                    {'\u00a0'}
                    <span className="u">min</span>
                  </span>
                  <Button
                    tone={late ? 'hands' : 'plain'}
                    className="shrink-0"
                    disabled={busy}
                    onClick={() => save((press) => tick(press, p.code, `moment:${m.key}`, !m.doneAt))}
                    aria-label={m.doneAt ? `Undo: ${m.title}` : `Done: ${m.title}`}
                  >
                    {m.doneAt ? `Done ${clock(Date.parse(m.doneAt), p.zone)}` : 'Done'}
                  </Button>
                </div>
              </li>
            );
          })}
        </ol>
      </section>
      <aside className="note space-y-3">
        {!p.incoming && <WhyTheyFast />}
        <p className="caution">Water near mains: use a residual-current device and drip loops.</p>
      </aside>
    </div>
  );
}

function WhyTheyFast() {
  return (
    <>
      <h2 className="text-ink">Why they fast</h2>
      <p>
        Food in the gut becomes ammonia and dirt in the bag. Small livebearers need a day, small community fish a day
        and a half, cichlids two days, goldfish four. Fry and very small fish tolerate less; shrimp and snails need
        none.
      </p>
      <p>
        Warm water empties the gut faster; bigger fish take longer. These hours are common practice (†). Where keepers
        differ, choose the method for each tank.
      </p>
      <p>Move them to a bare tub with new water of the same temperature; then feed the tank as usual.</p>
    </>
  );
}
