'use client';

import { saveFast } from '@/server/day/actions';
import { useState } from 'react';
import type { FastStationView, TankFastView } from '@/server/day/view';
import type { FastChoice } from '@/core/consignment/schema';
import { schoolIds, type School } from '@/core/fish/fasting';
import { StateMark } from '@/ui/drawings/state-mark';
import { NumberField, SelectField, num } from '@/ui/fields/fields';
import { clock, dayMonth } from '@/ui/format';
import { useSave } from '@/ui/use-save';

type TankFast = TankFastView;
type FastTanksProps = NonNullable<FastStationView['fasts']> & { code: string };

const BY_GUT = 'gut';

/** How each tank fasts and why; a school, hours or a tub of one's own move its feed. */
export function FastTanks(p: FastTanksProps) {
  const { save, busy, problems } = useSave();
  const [said, setSaid] = useState<string[]>([]);
  const send = (fast: FastChoice): Promise<boolean> =>
    save(
      (press) => saveFast(press, { code: p.code, fast }),
      (moved) => setSaid(moved),
    );
  return (
    <section className="mb-8" aria-label="Fasting by tank">
      <h2 className="mb-1">Fasting by tank</h2>
      {said.length > 0 && (
        <ul className="note mb-2 border border-rule-strong bg-paper px-3 py-2" role="status">
          {said.map((x) => (
            <li key={x}>{x}</li>
          ))}
        </ul>
      )}
      {problems[0] && (
        <p className="problem" role="alert">
          {problems[0].message}
        </p>
      )}
      <ul>
        {p.tanks.map((t) => (
          <Tank key={`${t.tank} ${JSON.stringify(t.choice)}`} t={t} p={p} busy={busy} send={send} />
        ))}
      </ul>
    </section>
  );
}

function Tank({
  t,
  p,
  busy,
  send,
}: {
  t: TankFast;
  p: FastTanksProps;
  busy: boolean;
  send: (f: FastChoice) => Promise<boolean>;
}) {
  const [choice, setChoice] = useState(t.choice);
  const [hours, setHours] = useState(t.choice.hours === undefined ? '' : String(t.choice.hours));
  const choose = (change: Partial<FastChoice>): void => {
    const next = Object.fromEntries(
      Object.entries({ ...choice, ...change }).filter(([, v]) => v !== undefined),
    ) as FastChoice;
    setChoice(next);
    // Refused, it stands as it was.
    void send(next).then((saved) => !saved && setChoice(t.choice));
  };
  const keepHours = (): void => {
    const typed = hours.trim() === '' ? undefined : num(hours);
    if (typed !== choice.hours) choose({ hours: typed });
  };
  const when = (ms: number): string => `${dayMonth(ms, p.zone)}, ${clock(ms, p.zone)}`;
  const school = schoolIds.find((s) => s === choice.school) ?? BY_GUT;
  return (
    <li className="grid gap-x-6 gap-y-2 border-t border-rule py-3 lg:grid-cols-[1fr_560px]">
      <div className="min-w-0">
        <p>
          <b className="font-head text-16">Tank {t.tank}</b> <span className="text-ink-2">{t.fish}</span>
        </p>
        <p className="mt-0.5 text-15">
          {t.feedMs === null ? (
            <b>Fed as usual</b>
          ) : (
            <>
              Last feed <b>{when(t.feedMs)}</b>, then nothing for <b className="num">{Math.round(t.hours)}</b>
              {'\u00a0'}
              <span className="u">h</span>
            </>
          )}
          {t.tubMs !== null && (
            <>
              ; move to the tub <b>{when(t.tubMs)}</b>
            </>
          )}
        </p>
        <p className="note">{t.why}.</p>
        {t.tooLong.map((x) => (
          <Warning key={`long ${x.name}`} mark="stop">
            Too long for {x.name}: {x.longestH} h at most. Feed them apart, or choose a shorter fast.
          </Warning>
        ))}
        {t.tooShort.map((x) => (
          <Warning key={`short ${x.name}`} mark="watch">
            The gut of {x.name} wants {x.wantsH} h. What is left fouls the bag and is included.
          </Warning>
        ))}
      </div>
      {!p.fixed && (
        <div className="no-print grid grid-cols-[104px_1fr] items-end gap-3 md:grid-cols-[1fr_104px_auto]">
          <SelectField
            className="col-span-2 md:col-span-1"
            label="Method"
            path={`school.${t.tank}`}
            value={school}
            onChange={(v) => choose({ school: v === BY_GUT ? undefined : (v as School), hours: undefined })}
            options={[[BY_GUT, 'By these fish’s digestion'], ...p.schools]}
          />
          <form
            onSubmit={(e) => {
              e.preventDefault();
              keepHours();
            }}
            onBlur={keepHours}
          >
            <NumberField label="Your own hours" unit="h" path={`hours.${t.tank}`} value={hours} onChange={setHours} />
          </form>
          <label className="flex min-h-9 cursor-pointer items-center gap-2 text-13">
            <input
              type="checkbox"
              className="size-5"
              checked={choice.tub ?? false}
              disabled={busy}
              onChange={(e) => choose({ tub: e.target.checked || undefined })}
            />
            Purge in a bare tub
          </label>
        </div>
      )}
    </li>
  );
}

function Warning({ mark, children }: { mark: 'stop' | 'watch'; children: React.ReactNode }) {
  return (
    <p className="mt-1 flex max-w-[760px] items-start gap-2 text-13">
      <StateMark mark={mark} size={15} />
      <span>{children}</span>
    </p>
  );
}
