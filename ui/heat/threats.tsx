import { luck, unknown, type Cause } from '@/core/engine/causes';
import type { Risk } from '@/core/engine/risk';

const words: Record<Cause, string> = {
  delay: 'nothing had come late',
  weather: 'the weather had been as forecast',
  fish: 'the fish had breathed as usual',
  places: 'every depot, van and hall had been as usual',
  packs: 'no pack had been weaker than its kind',
  box: 'the box had been as tight as its kind',
  packKind: 'this kind of pack gave what is told of it',
  boxKind: 'this kind of box held what is told of it',
  water: 'the water had been what is usual',
  limits: 'the animals had borne just what their row says',
};

const rising = (from: number, to: number): string =>
  `from ${(100 * from).toFixed(0)} to about ${(100 * to).toFixed(0)} %`;

/** What measuring a kind would be worth, where it is worth something. */
function measuredWords({ chance, measured }: Risk): string[] {
  const gain = (to: number | null): to is number => to !== null && to - chance >= 0.01;
  return [
    ...(gain(measured.boxes)
      ? [
          `Your kind of box has not been measured: a logger in one would raise the chance ${rising(chance, measured.boxes)}, if it holds what is told of it.`,
        ]
      : []),
    ...(gain(measured.water)
      ? [
          `Nobody measured the shipping water: a strip for pH and hardness would raise the chance ${rising(chance, measured.water)}, if it is what is usual.`,
        ]
      : []),
    ...(gain(measured.limits)
      ? [
          `What these animals tolerate for a day is partly a rule of thumb: if their row is right to the degree, the chance rises ${rising(chance, measured.limits)}.`,
        ]
      : []),
    ...(gain(measured.packs)
      ? [
          `Your kind of pack has not been measured: testing one would raise the chance ${rising(chance, measured.packs)}, if it gives what is told of it.`,
        ]
      : []),
  ];
}

/** What loses the lost runs: how many each cause by itself would have spared, luck apart from what is not known. */
export function Threats({ risk }: { risk: Risk }) {
  const { examined, saved } = risk.byCause;
  if (risk.lost === 0) return <p className="note mt-4">None of {risk.draws} runs of the plan in use loses a bag.</p>;
  return (
    <section className="mt-5" aria-label="What threatens it">
      <h2 className="mb-1">What threatens it</h2>
      <p className="note mb-2">
        {risk.lost} of {risk.draws} runs of the plan in use lose a bag. Of {examined} looked into, saved if …
      </p>
      {[
        { title: 'Luck of the road', of: luck },
        { title: 'Not known before it is measured', of: unknown },
      ].map(({ title, of }) => (
        <div key={title} className="mb-2">
          <h3 className="text-12 font-semibold text-ink-2">{title}</h3>
          <ul>
            {[...of]
              .filter((cause) => cause !== 'water' || risk.measured.water != null)
              .sort((x, y) => saved[y] - saved[x])
              .map((cause) => (
                <li key={cause} className="grid grid-cols-[1fr_auto_28px] items-center gap-2 py-0.5 text-13">
                  <span>{words[cause]}</span>
                  <svg width="70" height="8" aria-hidden="true">
                    <rect x=".5" y=".5" width="69" height="7" fill="var(--surface)" stroke="var(--rule-strong)" />
                    <rect
                      x="1"
                      y="1"
                      width={(68 * saved[cause]) / Math.max(1, examined)}
                      height="6"
                      fill="var(--ink-2)"
                    />
                  </svg>
                  <b className="num text-right">{saved[cause]}</b>
                </li>
              ))}
          </ul>
        </div>
      ))}
      {measuredWords(risk).map((x) => (
        <p key={x} className="note mb-1">
          {x}
        </p>
      ))}
    </section>
  );
}
