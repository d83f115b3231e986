'use client';

import { Button, ButtonLink } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import { setCount } from '@/server/stock/actions';
import { Link } from '@/ui/kit/link';
import { useState } from 'react';
import { StateMark } from '@/ui/drawings/state-mark';
import { GoneBar, ListTools } from '@/ui/records/list';
import { Tabs } from '@/ui/shell/tabs';
import { useSave } from '@/ui/use-save';

interface Batch {
  id: string;
  name: string;
  batch: string | null;
  expires: string | null;
  expired: boolean;
  amount: number | null;
}
interface Type {
  key: string;
  name: string;
  kind: string;
  unit: string;
  batches: Batch[];
  onHand: number | null;
  reserved: number;
  free: number | null;
  bites: { day: string; code: string; short: number } | null;
  low: boolean;
}

const amount = (n: number): string => (Math.round(n * 10) / 10).toLocaleString('en');

/** The shelf: what is there, what the planned boxes take, what is left and when it bites. */
export function SuppliesShelf({
  groups,
  low,
  archived,
  gone,
}: {
  groups: { kind: string; title: string; types: Type[] }[];
  low: number;
  archived: number;
  gone: { id: string; name: string } | null;
}) {
  return (
    <>
      <section className="chead flex-wrap gap-y-2 py-2">
        <h1>Supplies</h1>
        <p className="c2 mr-auto flex items-center gap-2 pt-2">
          <StateMark mark={low > 0 ? 'watch' : 'fine'} size={16} />
          {low === 0 ? 'Nothing counted runs low.' : low === 1 ? 'One thing runs low.' : `${low} things run low.`}
        </p>
        <ListTools slug="supplies" one="supply" find="" shown="active" />
      </section>
      <Tabs at="/supplies" />
      <section className="work">
        {gone && <GoneBar gone={gone} back="/supplies" />}
        <div className="grid gap-x-12 gap-y-7 xl:grid-cols-2">
          {groups.map((g) => (
            <section key={g.kind} className="min-w-0">
              <div className="mb-1 flex items-center">
                <h2 className="mr-auto">{g.title}</h2>
                <ButtonLink tone="flat" href={`/supplies/new?kind=${g.kind}`}>
                  Add
                </ButtonLink>
              </div>
              <Table
                head={
                  <>
                    <th>Name, batch</th>
                    <th className="r w-[104px]">In stock</th>
                    <th className="r w-[74px]">Reserved</th>
                    <th className="r w-[64px]">Free</th>
                  </>
                }
              >
                {g.types.map((t) => (
                  <TypeRows key={t.key} type={t} />
                ))}
              </Table>
            </section>
          ))}
        </div>
        <p className="caution mt-6 max-w-[760px]">
          Heat packs burn skin: wrap them, keep them from children. Compressed oxygen feeds fire: cylinder chained, no
          oil or flame near it. Iron needs air: a sealed box stops its pack. Dry ice is not offered.
        </p>
        {archived > 0 && (
          <p className="mt-3 text-13">
            <Link className="font-semibold text-tide" href="/supplies?shown=archived">
              {archived} archived
            </Link>
          </p>
        )}
      </section>
    </>
  );
}

function TypeRows({ type: t }: { type: Type }) {
  return (
    <>
      {t.batches.map((b, i) => (
        <tr key={b.id} className="align-top">
          <td>
            <Link className="row-link !min-h-7" href={`/supplies/${encodeURIComponent(b.id)}`}>
              {b.name}
            </Link>
            {(b.batch || b.expires) && (
              <span className="note block">
                {b.batch && `batch ${b.batch}`}
                {b.batch && b.expires && ', '}
                {b.expires && (
                  <span className={b.expired ? 'font-semibold text-stop' : ''}>
                    {b.expired ? `past its date, ${b.expires}` : `use by ${b.expires}`}
                  </span>
                )}
              </span>
            )}
            {i === t.batches.length - 1 && t.bites && (
              <span className="mt-0.5 flex items-center gap-1.5 text-13 font-semibold text-watch">
                <StateMark mark="watch" size={14} />
                runs out {t.bites.day} with{' '}
                <Link className="underline" href={`/consignments/${t.bites.code}/send`}>
                  {t.bites.code}
                </Link>
                : {amount(t.bites.short)} short
              </span>
            )}
            {i === t.batches.length - 1 && !t.bites && t.low && (
              <span className="mt-0.5 flex items-center gap-1.5 text-13 font-semibold text-watch">
                <StateMark mark="watch" size={14} /> below minimum
              </span>
            )}
          </td>
          <td>
            <Count
              id={b.id}
              name={`${b.name}${b.batch ? ` batch ${b.batch}` : ''}`}
              amount={b.amount}
              unit={t.unit}
              oxygen={t.kind === 'oxygen'}
            />
          </td>
          <td className="r num pt-4">{i === 0 && t.reserved > 0 ? amount(t.reserved) : ''}</td>
          <td className="r num pt-4">
            {i === 0 && t.free !== null && <b className={t.free < 0 ? 'text-stop' : ''}>{amount(t.free)}</b>}
          </td>
        </tr>
      ))}
    </>
  );
}

/** A count that is typed over; oxygen may be read off the gauge. */
function Count({
  id,
  name,
  amount: now,
  unit,
  oxygen,
}: {
  id: string;
  name: string;
  amount: number | null;
  unit: string;
  oxygen: boolean;
}) {
  const { save, busy, problems } = useSave();
  const shown = now === null ? '' : String(Math.round(now * 10) / 10);
  const [text, setText] = useState<string | null>(null);
  const [gauge, setGauge] = useState(false);
  const value = text ?? shown;
  const send = (what: string): void =>
    void save(
      (press) => setCount(press, id, what),
      () => {
        setText(null);
        setGauge(false);
      },
    );
  return (
    <form
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        if (value !== shown) send(value);
      }}
    >
      <span className={unit ? 'in-u' : undefined}>
        <input
          className="in n text-right"
          inputMode="decimal"
          aria-label={`Count of ${name}`}
          placeholder="count"
          value={value}
          disabled={busy}
          onChange={(e) => setText(e.target.value)}
          onBlur={() => value !== shown && value.trim() !== '' && send(value)}
        />
        {unit && <i aria-hidden="true">{unit}</i>}
      </span>
      {oxygen && (
        <Button type="button" tone="flat" className="!min-h-7 text-12" onClick={() => setGauge(!gauge)}>
          From the gauge
        </Button>
      )}
      {gauge && <Gauge onTake={(litres) => send(String(litres))} />}
      {problems[0] && (
        <span className="problem" role="alert">
          {problems[0].message}
        </span>
      )}
    </form>
  );
}

/** Litres left in a cylinder: its water volume times the gauge pressure, as an ideal gas (common practice †). */
function Gauge({ onTake }: { onTake: (litres: number) => void }) {
  const [volume, setVolume] = useState('10');
  const [bar, setBar] = useState('');
  const litres = Math.round(Number(volume.replace(',', '.')) * Number(bar.replace(',', '.')));
  return (
    <div className="mt-1 space-y-1 text-12">
      <label className="flex items-center justify-between gap-1">
        Cylinder L
        <input className="in n !w-16" inputMode="decimal" value={volume} onChange={(e) => setVolume(e.target.value)} />
      </label>
      <label className="flex items-center justify-between gap-1">
        Gauge bar
        <input className="in n !w-16" inputMode="decimal" value={bar} onChange={(e) => setBar(e.target.value)} />
      </label>
      {litres > 0 && (
        <Button type="button" onClick={() => onTake(litres)}>
          {litres} L left
        </Button>
      )}
    </div>
  );
}
