import { Table } from '@/ui/kit/table';
import type { LaneView, ReceiveStationProps } from '@/server/arrive/view';
import { FishIcon } from '@/ui/drawings/fish';
import { StateMark } from '@/ui/drawings/state-mark';
import type { Quantity } from '@/core/measurement/quantities';
import { clock, one } from '@/ui/format';

/** A figure that nobody read of this bag: computed, or inferred from a like bag that was read. */
const Expected = ({ b, v }: { b: Pick<ReceiveStationProps['bags'][number], 'inferredFrom'>; v: number }) => (
  <span className="mute">
    {one(v)} {b.inferredFrom === null ? '?' : <span className="text-12">as {b.inferredFrom}</span>}
  </span>
);

/** What was found, bag by bag; what is expected where nobody measured. */
export function ArrivalFindings({ p }: { p: ReceiveStationProps }) {
  return (
    <Table
      head={
        <>
          <th />
          <th />
          <th className="r">Water °C</th>
          <th className="r">pH</th>
          <th className="r">Alive</th>
          <th />
        </>
      }
    >
      {p.bags.map((b) => {
        const bad = (b.reading?.dead ?? 0) > 0 || (b.reading?.doubtful ?? 0) > 0;
        return (
          <tr key={b.id} data-of={b.id} className={bad ? 'bg-watch-pale' : ''}>
            <td>
              <b className="font-head">{b.id}</b>
            </td>
            <td>
              <FishIcon species={b.species} width={30} />
            </td>
            <td className="r num">
              {b.reading?.tempC != null ? one(b.reading.tempC) : <Expected b={b} v={b.expectedC} />}
            </td>
            <td className="r num">{b.reading?.pH != null ? one(b.reading.pH) : <Expected b={b} v={b.expectedPh} />}</td>
            <td className="r">
              <b className="num">{b.reading?.alive ?? '?'}</b>
              {'\u00a0'}
              <span className="u">of {b.animals}</span>
            </td>
            <td className="r">
              {b.reading?.alive != null && (
                <StateMark mark={(b.reading.dead ?? 0) > 0 ? 'stop' : bad ? 'watch' : 'fine'} />
              )}
            </td>
          </tr>
        );
      })}
      {p.bags
        .filter((b) => b.reading?.note || b.photos.length > 0 || b.history.length > 0)
        .map((b) => (
          <tr key={`${b.id}-seen`}>
            <td>
              <b className="font-head">{b.id}</b>
            </td>
            <td colSpan={5}>
              {b.reading?.note} <AsTold b={b} zone={p.zone} />
              {b.photos.map((hash, i) => (
                <a key={hash} className="mr-2 font-semibold text-tide" href={`/photos/${hash}`}>
                  photo {i + 1}
                </a>
              ))}
            </td>
          </tr>
        ))}
    </Table>
  );
}

const named: Partial<Record<Quantity, string>> = {
  tempC: 'water',
  khDkh: 'KH',
  ghDgh: 'GH',
  tanMgNL: 'ammonia',
  oxygenMgL: 'oxygen',
  tdsMgL: 'solids',
  tornFins: 'torn fins',
  lengthCm: 'length',
  note: 'seen',
};

/** Everything that was told of a bag, with what counts no more. */
function AsTold({ b, zone }: { b: ReceiveStationProps['bags'][number]; zone: string }) {
  if (b.history.length === 0) return null;
  return (
    <details className="inline-block align-top text-13">
      <summary className="cursor-pointer font-semibold text-tide">As recorded, {b.history.length}</summary>
      <ul>
        {b.history.map((h) => (
          <li key={h.n} className={h.counts ? '' : 'text-ink-2 line-through'}>
            <span className="num">{clock(Date.parse(h.at), zone)}</span> {named[h.quantity] ?? h.quantity} {h.words}{' '}
            {h.by}
          </li>
        ))}
      </ul>
    </details>
  );
}

/** The steps between the water of a bag and that of its tank. */
export function WaterDifference({ lane, measured }: { lane: LaneView; measured: ReceiveStationProps['measured'] }) {
  const guessed: readonly string[] = lane.tank.guessed;
  return (
    <>
      <h3 className="mb-1 mt-5">Between bag and tank</h3>
      <Table
        head={
          <>
            <th />
            <th className="r">{lane.title}</th>
            <th className="r">Tank {lane.tank.name}</th>
            <th className="r">Step</th>
          </>
        }
      >
        {(
          [
            ['tempC', 'Water', lane.opened.tempC, lane.tank.tempC, '°C', 1],
            ['pH', `pH${lane.measured ? '' : ', computed'}`, lane.opened.pH, lane.tank.pH, '', 1],
            ...(lane.opened.salinity > 5
              ? [['salinity', 'Salinity', lane.opened.salinity, lane.tank.salinity, '', 1]]
              : [['ghDgh', 'Hardness', lane.opened.ghDgh, lane.tank.ghDgh, '°dGH', 0]]),
            ...(lane.solids.bag === null || lane.solids.tank === null
              ? []
              : [['tdsMgL', 'Dissolved solids', lane.solids.bag, lane.solids.tank, 'mg/L', 0]]),
          ] as [string, string, number, number, string, number][]
        ).map(([k, n, a, b, u, d]) => (
          <tr key={n}>
            <td>{n}</td>
            <td className="r num">
              {a.toFixed(d)}
              {'\u00a0'}
              <span className="u">{u}</span>
            </td>
            <td className="r num">
              {b.toFixed(d)}
              {guessed.includes(k) && ' ?'}
              {'\u00a0'}
              <span className="u">{u}</span>
            </td>
            <td className="r num font-semibold">
              {b - a >= 0 ? '+' : '−'}
              {Math.abs(b - a).toFixed(d)}
            </td>
          </tr>
        ))}
        <tr>
          <td>CO₂</td>
          <td className="r num">
            {lane.opened.co2MgL.toFixed(0)}
            {'\u00a0'}
            <span className="u">mg/L</span>
          </td>
          <td />
          <td />
        </tr>
        <tr>
          <td>Total ammonia, computed</td>
          <td className="r num">
            {lane.opened.tanMgNL.toFixed(1)}
            {'\u00a0'}
            <span className="u">mg N/L</span>
          </td>
          <td className="r num">
            {lane.tank.tanMgNL.toFixed(1)}
            {'\u00a0'}
            <span className="u">mg N/L</span>
          </td>
          <td />
        </tr>
      </Table>
      {guessed.some((k) => k !== 'khDkh' && k !== 'tanMgNL') ? (
        <p className="note mt-2">? typical value, not measured. Measure the tank now.</p>
      ) : (
        !measured[lane.tank.name] && <p className="note mt-2">Tank figures are from the order. Measure them now.</p>
      )}
    </>
  );
}
