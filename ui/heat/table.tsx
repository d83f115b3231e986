import { Term } from '@/ui/kit/term';
import { useCurrencySign } from '@/ui/shell/preferences';
import { Table } from '@/ui/kit/table';
import { StateMark } from '@/ui/drawings/state-mark';
import { OVER, one, slackWords } from '@/ui/format';
import type { HeatOption, HeatStationProps } from './props';

/** The sets ranked: chance, water, slack (the worst tenth under it), cost, weight and the reason. */
export function HeatTable({
  list,
  best,
  chosen,
  inUse,
  band,
  short,
  fades,
  look,
}: {
  list: readonly HeatOption[];
  best: HeatOption;
  chosen: HeatOption;
  inUse: HeatOption;
  band: HeatStationProps['band'];
  /** What the shelf lacks for a set; nothing where it has enough. */
  short: (o: HeatOption) => string;
  /** When its packs have fallen to half; nothing without packs. */
  fades: (o: HeatOption) => string;
  look: (name: string) => void;
}) {
  const sign = useCurrencySign();
  return (
    <Table
      className="min-w-[680px]"
      head={
        <>
          <th />
          <th>Packs</th>
          <th>Chance</th>
          <th className="r" title="1 trip in 10 is colder, 1 in 10 warmer">
            Water °C, 8 trips in 10
          </th>
          <th className="r">
            <Term of="margin">Margin</Term>
          </th>
          <th className="r">Cost {sign}</th>
          <th className="r">Weight g</th>
          <th>Why</th>
        </>
      }
    >
      {list.map((o) => (
        <tr
          key={o.name}
          data-testid={o === inUse ? 'pack-in-use' : undefined}
          className={o === chosen ? 'bg-[var(--water-pale)]' : ''}
        >
          <td>
            <StateMark mark={o.state} />
          </td>
          <td>
            <button
              className="min-h-7 whitespace-nowrap text-left font-semibold"
              aria-pressed={o === chosen}
              onClick={() => look(o.name)}
            >
              {o.name}
            </button>
            <span className="block whitespace-nowrap text-12 leading-none text-tide">
              {[o === best ? 'best' : '', o === inUse ? 'in use' : ''].filter(Boolean).join(', ')}
            </span>
            {fades(o) && <span className="block whitespace-nowrap text-12 leading-tight text-ink-2">{fades(o)}</span>}
            {short(o) && <span className="block text-12 leading-tight text-stop">{short(o)}</span>}
          </td>
          <td>
            <ChanceBar option={o} />
          </td>
          <td className="r num whitespace-nowrap">
            <span data-testid="coldest" style={{ color: o.coldestC < band.min ? 'var(--stop)' : undefined }}>
              {one(o.coldestC)}
            </span>
            {' to '}
            <span style={{ color: o.warmestC > band.max ? 'var(--stop)' : undefined }}>{one(o.warmestC)}</span>
          </td>
          <td
            className="r num whitespace-nowrap font-semibold"
            data-testid="slack-told"
            data-slack-h={o.slackH ?? 'none'}
            data-worst-h={o.worstSlackH ?? 'none'}
          >
            {slackWords(o.slackH).replace(OVER, '> 2 days')}
            {o.worstSlackH !== o.slackH && (
              <span className="block text-12 font-normal leading-none text-ink-2">
                {slackWords(o.worstSlackH).replace(OVER, '> 2 days')}
              </span>
            )}
          </td>
          <td className="r num">{o.cost.toFixed(2)}</td>
          <td className="r num">{o.massG}</td>
          <td className="text-13">{o.reason}</td>
        </tr>
      ))}
    </Table>
  );
}

/** Share of runs that arrive within limits, as a bar and a figure; a dash until it is known. */
function ChanceBar({ option: o }: { option: HeatOption }) {
  if (o.chance === null) return <span className="mute">–</span>;
  const colour = o.state === 'fine' ? 'var(--fine)' : o.state === 'watch' ? 'var(--watch-mark)' : 'var(--stop)';
  return (
    <span
      className="flex items-center gap-1.5 whitespace-nowrap"
      title={`${o.draws - o.lost} of ${o.draws} simulated trips, standard error ${(100 * (o.standardError ?? 0)).toFixed(1)} points`}
    >
      <svg width="56" height="8" aria-hidden="true">
        <rect x=".5" y=".5" width="55" height="7" fill="var(--surface)" stroke="var(--rule-strong)" />
        <rect x="1" y="1" width={54 * o.chance} height="6" fill={colour} />
      </svg>
      <b className="num">{Math.floor(100 * o.chance + 1e-9)}</b>
      {'\u00a0'}
      <span className="u">%</span>
    </span>
  );
}
