import { withOverrides } from '@/core/catalogue/assumptions';
import { thermalDose } from '@/core/fish/thermal-dose';
import { RIGHT, type RibbonScale } from '@/ui/ribbon/scale';
import type { HeatOption, HeatStationProps } from './props';

/** Where the water leaves what the fish are at ease in, and what they bear for a day; and how much of what they can bear is used so far. */
export function Borne({
  p,
  set,
  s,
  y,
  foot,
  end,
  deadlineI,
}: {
  p: HeatStationProps;
  set: HeatOption;
  s: RibbonScale;
  y: (t: number) => number;
  /** Where the picture of the water ends, px. */
  foot: number;
  end: number;
  deadlineI: number;
}) {
  const steps = Math.min(end + 1, set.tempC.length);
  const dose = new Float64Array(steps);
  const { harmZC } = withOverrides(p.job.consignment.assumptions);
  const limits = { cold24C: p.band.min, warm24C: p.band.max, zC: harmZC };
  thermalDose(Float64Array.from(set.tempC), steps, p.stepMs / 3600_000, limits, dose);
  const x = (i: number): number => s.x(p.clock.sealMs + i * p.stepMs);
  /** Between the curve and a line that it has crossed; nothing where it has not. */
  const beyond = (line: number, side: 1 | -1): string =>
    `M${x(0)} ${y(line)}` +
    Array.from(dose, (_, i) => {
      const t = set.tempC[i]!;
      return `L${x(i).toFixed(1)} ${y(side * (t - line) > 0 ? t : line).toFixed(1)}`;
    }).join('') +
    `L${x(steps - 1)} ${y(line)}Z`;
  const used = Math.round(100 * (dose[deadlineI] ?? 0));
  return (
    <g data-testid="borne">
      <title>{`Of the cold and heat they tolerate, ${used} % is used by the end of the delivery window`}</title>
      {p.ease.min < p.ease.max && (
        <path d={beyond(p.ease.min, -1) + beyond(p.ease.max, 1)} fill="var(--watch)" fillOpacity=".16" />
      )}
      <path d={beyond(p.band.min, -1) + beyond(p.band.max, 1)} fill="var(--stop)" fillOpacity=".3" />
      {Array.from(dose.subarray(0, steps - 1), (d, i) =>
        d > 0.02 ? (
          <rect
            key={i}
            x={x(i)}
            y={foot + 1}
            width={x(i + 1) - x(i) + 0.4}
            height="5"
            fill={d >= 1 ? 'var(--stop)' : 'var(--watch)'}
            fillOpacity={Math.min(1, 0.12 + 0.88 * d)}
          />
        ) : null,
      )}
      <text x={RIGHT + 12} y={foot + 4} className="rb-s" style={{ fill: used >= 100 ? 'var(--stop)' : undefined }}>
        {used >= 100 ? 'over their limit' : `stress ${used} %`}
      </text>
    </g>
  );
}
