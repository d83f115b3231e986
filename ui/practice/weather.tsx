'use client';

import type { Shipping, ShippingChoices } from '@/core/practice/schema';
import { dayMonth } from '@/ui/format';

const W = 560;
const LEFT = 44;
const H = 150;

/** The air that is foretold at both ends, day by day, with the day of the hand-over marked. */
export function Weather({ s, ch }: { s: Shipping; ch: ShippingChoices }) {
  const f = s.consignment.forecast;
  if (!f) return null;
  const { sender, receiver, handOverAt } = s.consignment;
  const from = Date.parse(handOverAt) - 12 * 3600_000;
  const days = Math.max(...s.options.days) + 3;
  const until = from + days * 864e5;
  const places = f.places.map((p) => ({
    name: p.name,
    there: p.name === receiver.place.name,
    points: p.points
      .map((x) => ({ ms: Date.parse(x.at), tempC: x.tempC + f.shiftC }))
      .filter((x) => x.ms >= from && x.ms <= until),
  }));
  const all = places.flatMap((p) => p.points.map((x) => x.tempC));
  const lo = Math.floor((Math.min(...all) - 1) / 5) * 5;
  const hi = Math.ceil((Math.max(...all) + 1) / 5) * 5;
  const x = (ms: number): number => LEFT + ((W - LEFT - 90) * (ms - from)) / (until - from);
  const y = (v: number): number => 10 + H - (H * (v - lo)) / (hi - lo);
  // Names stand at the ends of their lines, apart.
  const [first = 0, second = 0] = places.map((p) => y(p.points.at(-1)!.tempC) + 4);
  const near = Math.abs(first - second) < 15;
  const names = near ? (first <= second ? [first - 7, second + 8] : [first + 8, second - 7]) : [first, second];
  const leaves = Date.parse(handOverAt) + ch.day * 864e5;
  return (
    <figure className="mt-5">
      <figcaption className="mb-1 text-13">
        <b className="font-head text-15">Forecast</b>{' '}
        <span className="note">
          {sender.place.name} to {receiver.place.name}, {f.source}
        </span>
      </figcaption>
      <svg
        viewBox={`0 0 ${W} ${H + 44}`}
        className="w-full"
        role="img"
        aria-label={places
          .map(
            (p) =>
              `${p.name}: ${Math.round(Math.min(...p.points.map((q) => q.tempC)))} to ${Math.round(Math.max(...p.points.map((q) => q.tempC)))} °C`,
          )
          .join('; ')}
      >
        {Array.from({ length: (hi - lo) / 5 + 1 }, (_, i) => lo + 5 * i).map((t) => (
          <g key={t}>
            <path d={`M${LEFT} ${y(t)}H${W - 90}`} stroke={t === 0 ? 'var(--rule-strong)' : 'var(--rule)'} />
            <text x={LEFT - 6} y={y(t) + 4} textAnchor="end" className="rb-ax">
              {t}
            </text>
          </g>
        ))}
        {Array.from({ length: days }, (_, d) => Date.parse(handOverAt) + d * 864e5).map((ms) => (
          <text key={ms} x={x(ms)} y={H + 28} textAnchor="middle" className="rb-s">
            {dayMonth(ms, sender.place.zone)}
          </text>
        ))}
        <path d={`M${x(leaves)} 6V${H + 12}`} stroke="var(--hands)" strokeWidth="2.5" />
        <text x={x(leaves)} y={H + 42} textAnchor="middle" className="rb-l b" style={{ fill: 'var(--hands)' }}>
          drop-off
        </text>
        {places.map((p, n) => (
          <g key={p.name}>
            <path
              d={p.points.map((q, i) => `${i ? 'L' : 'M'}${x(q.ms).toFixed(1)} ${y(q.tempC).toFixed(1)}`).join('')}
              fill="none"
              stroke={p.there ? 'var(--c-oxy)' : 'var(--c-amb)'}
              strokeWidth={p.there ? 2.4 : 1.6}
              strokeDasharray={p.there ? undefined : '3 3'}
            />
            <text
              x={W - 84}
              y={names[n]!}
              className="rb-n b"
              style={{ fill: p.there ? 'var(--c-oxy)' : 'var(--c-amb)' }}
            >
              {p.name}
            </text>
          </g>
        ))}
      </svg>
    </figure>
  );
}
