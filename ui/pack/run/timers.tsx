import { StateMark } from '@/ui/drawings/state-mark';
import { clock } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { press } from '@/ui/queue/store';
import { countdown } from '@/ui/use-now';
import type { Timer } from './steps';

/** What a clock of the packing is called where it runs. */
function timerWords({ step }: Timer, many: boolean): string {
  const of = many ? ` ${step.code}` : '';
  const [kind] = step.key.split(':');
  if (kind === 'watch') return `Sedation watch, bag ${step.bagId}${of}`;
  if (kind === 'stand') return `Leak stand${of}`;
  if (kind === 'seam') return `Seam of bag ${step.bagId}${of}`;
  if (kind === 'prove') return `Packs warm up${of}`;
  return `Packs in air before box ${step.boxId}${of}`;
}

/** One clock: how long yet, and where it has to be looked at, what was seen. */
function Clock({ t, now, many, look }: { t: Timer; now: number; many: boolean; look: () => void }) {
  const left = t.endsMs - now;
  const over = left <= 0;
  const watch = t.step.key.startsWith('watch:');
  const share = Math.min(1, Math.max(0, 1 - left / (t.minutes * 60_000)));
  return (
    <li className="border-b border-rule py-3" aria-label={timerWords(t, many)}>
      <p className="flex items-baseline gap-2">
        <b className="font-head text-16">{timerWords(t, many)}</b>
        <span className="num ml-auto text-13 text-ink-3">of {countdown(t.minutes * 60_000)}</span>
      </p>
      <p
        className={`num font-semibold leading-none ${watch ? 'text-[clamp(44px,7vw,84px)]' : 'text-34'}`}
        style={{ color: over ? 'var(--hands)' : 'var(--tide-dark)' }}
        data-testid="timer"
      >
        {over ? 'look now' : countdown(left)}
      </p>
      <span className="mt-2 block h-2 bg-[var(--kraft-pale)]">
        <span
          className="block h-2"
          style={{ width: `${share * 100}%`, background: over ? 'var(--hands)' : 'var(--tide)' }}
        />
      </span>
      {watch && (
        <div className="mt-3 grid grid-cols-2 gap-3">
          <Button
            className="min-h-16"
            onClick={() => press({ deed: 'tick', code: t.step.code, key: t.step.key, done: true }, t.step.title)}
          >
            <StateMark mark="fine" size={20} /> Calm
          </Button>
          <Button
            className="min-h-16"
            onClick={() =>
              press({ deed: 'tooMuch', code: t.step.code, bagId: t.step.bagId! }, `bag ${t.step.bagId} rolled over`)
            }
          >
            <StateMark mark="stop" size={20} /> Rolls or gasps
          </Button>
        </div>
      )}
      {over && !watch && (
        <Button className="mt-3 min-h-16 w-full" onClick={look}>
          {t.step.title}
        </Button>
      )}
    </li>
  );
}

/** Every clock that runs, the soonest first; above them how long the first bag has been closed. */
export function Timers({
  timers,
  now,
  many,
  sealed,
  look,
}: {
  timers: readonly Timer[];
  now: number;
  many: boolean;
  sealed: readonly { code: string; ms: number; zone: string }[];
  look: (id: string) => void;
}) {
  return (
    <section aria-label="Clocks" className="min-w-0">
      {sealed.map((s) => (
        <p key={s.code} className="flex items-baseline gap-2 border-b border-rule py-2 text-15">
          <span>First bag of {s.code} closed</span>
          <b className="num ml-auto text-20" data-testid={`closed ${s.code}`}>
            {countdown(Math.max(0, now - s.ms))}
          </b>
          <span className="text-13 text-ink-3">since {clock(s.ms, s.zone)}</span>
        </p>
      ))}
      <ul>
        {timers.map((t) => (
          <Clock key={t.step.id} t={t} now={now} many={many} look={() => look(t.step.id)} />
        ))}
      </ul>
      {timers.length === 0 && sealed.length === 0 && <p className="note py-3">No clock runs.</p>}
    </section>
  );
}
