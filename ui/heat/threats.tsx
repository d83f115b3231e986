import { luck, unknown, type Cause } from '@/core/engine/causes';
import type { Risk } from '@/core/engine/risk';

const words: Record<Cause, string> = {
  delay: 'there had been no delays',
  weather: 'the weather had been as forecast',
  fish: 'the fish had used oxygen as usual',
  places: 'every depot and van had been at its usual temperature',
  packs: 'no pack had been weaker than typical',
  box: 'the box had been as tight as typical',
  packKind: 'this pack had given its rated heat',
  boxKind: 'this box had insulated as rated',
  water: 'the water had been typical',
  limits: 'the animals had tolerated exactly their listed limits',
};

const rising = (from: number, to: number): string =>
  `from ${(100 * from).toFixed(0)} to about ${(100 * to).toFixed(0)} %`;

/** What measuring a kind would be worth, where it is worth something. */
function measuredWords({ chance, measured }: Risk): string[] {
  const gain = (to: number | null): to is number => to !== null && to - chance >= 0.01;
  return [
    ...(gain(measured.boxes)
      ? [
          `This box was never measured. A logger in one would raise the chance ${rising(chance, measured.boxes)}, if it insulates as rated.`,
        ]
      : []),
    ...(gain(measured.water)
      ? [
          `The shipping water was not measured. A test strip for pH and hardness would raise the chance ${rising(chance, measured.water)}, if it is typical.`,
        ]
      : []),
    ...(gain(measured.limits)
      ? [`Their 24 h limits are partly a rule of thumb. If exact, the chance rises ${rising(chance, measured.limits)}.`]
      : []),
    ...(gain(measured.packs)
      ? [
          `This pack was never measured. Testing one would raise the chance ${rising(chance, measured.packs)}, if it gives its rated heat.`,
        ]
      : []),
  ];
}

/** What loses the lost runs: how many each cause by itself would have spared, luck apart from what is not known. */
export function Threats({ risk }: { risk: Risk }) {
  const { examined, saved } = risk.byCause;
  if (risk.lost === 0) return <p className="note mt-4">None of {risk.draws} runs of the plan in use loses a bag.</p>;
  return (
    <section className="mt-5" aria-label="Main risks">
      <h2 className="mb-1">Main risks</h2>
      <p className="note mb-2">
        {risk.lost} of {risk.draws} runs of the plan in use lose a bag. Of {examined} looked into, saved if …
      </p>
      {[
        { title: 'Chance of the journey', of: luck },
        { title: 'Unknown until measured', of: unknown },
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
