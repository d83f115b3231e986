import type { FreightView } from '@/server/box/freight-view';
import { ButtonLink } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import { useMoney } from '@/ui/shell/preferences';

/** Two sums side by side: what it costs, and what is asked. */
export function Sums({ p }: { p: FreightView & { code: string } }) {
  const money = useMoney();
  const { costs } = p;
  const left = costs.askedTotal - costs.ownTotal;
  const side = (title: string, lines: typeof costs.own, total: number) => (
    <div className="min-w-0">
      <h3 className="mb-1">{title}</h3>
      <Table>
        {lines.map((l) => (
          <tr key={l.what}>
            <td>
              {l.what}
              {l.detail && <span className="block text-12 leading-tight text-ink-2">{l.detail}</span>}
            </td>
            <td className="r num">{money(l.amount)}</td>
          </tr>
        ))}
        <tr>
          <td className="!border-t !border-t-ink">
            <b>Total</b>
          </td>
          <td className="r !border-t !border-t-ink">
            <b className="num">{money(total)}</b>
          </td>
        </tr>
      </Table>
    </div>
  );
  return (
    <>
      <div className="grid gap-6 sm:grid-cols-2">
        {side('What it costs us', costs.own, costs.ownTotal)}
        {side('What the buyer pays', costs.asked, costs.askedTotal)}
      </div>
      <p className="mt-2 flex items-baseline border-t-2 border-ink pt-2">
        <b className="font-head text-15">{left < 0 ? 'Loss' : 'Profit'}</b>
        <span className="num ml-auto text-28 font-semibold" data-testid="left-over">
          {money(Math.abs(left))}
        </span>
      </p>
      {costs.unpriced.length > 0 && <p className="note">No price yet: {costs.unpriced.join(', ')}.</p>}
      <p className="mt-2 flex flex-wrap gap-2">
        <ButtonLink href={`/consignments/${p.code}/papers?kinds=buyer-costs`}>Print for the buyer</ButtonLink>
        <ButtonLink href={`/consignments/${p.code}/papers?kinds=own-costs`}>Print our own</ButtonLink>
      </p>
    </>
  );
}
