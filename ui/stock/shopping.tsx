import { Table } from '@/ui/kit/table';
import { Link } from '@/ui/kit/link';
import type { suppliesView } from '@/server/stock/supplies';
import { CopyText } from '@/ui/fields/copy-text';
import { dayMonth, two } from '@/ui/format';
import { Tabs } from '@/ui/shell/tabs';

/** What the planned boxes lack, and what falls below its mark; in whole packs as they are sold. */
export function Shopping({ shopping, groups, zone }: ReturnType<typeof suppliesView> & { zone: string }) {
  const uncounted = groups.flatMap((g) => g.types).filter((t) => t.onHand === null && t.reserved > 0);
  const amount = (n: number): string => (Math.round(n * 10) / 10).toLocaleString('en');
  const day = (iso: string): string => dayMonth(Date.parse(iso), zone);
  const cost = shopping.reduce((s, t) => s + t.buy * (t.price ?? 0), 0);
  return (
    <>
      <section className="chead flex-wrap gap-y-2 py-2">
        <h1>Shopping list</h1>
        <p className="c2 mr-auto pt-2">
          What planned boxes are short by, and what falls below its minimum, in whole packs as sold.
        </p>
        {shopping.length > 0 && (
          <CopyText
            label="Copy the list"
            text={shopping
              .map(
                (t) => `${amount(t.buy)} ${t.unit || '×'} ${t.name}${t.bites ? ` (before ${day(t.bites.atIso)})` : ''}`,
              )
              .join('\n')}
          />
        )}
      </section>
      <Tabs at="/supplies/shopping" />
      <section className="work">
        {shopping.length === 0 ? (
          <p className="text-18">Nothing to buy: stock covers everything planned.</p>
        ) : (
          <Table
            className="rows-at-390 max-w-[900px]"
            head={
              <>
                <th className="r w-28">Buy</th>
                <th>What</th>
                <th className="r">In stock</th>
                <th className="r">Reserved</th>
                <th>Runs out</th>
                <th className="r">About</th>
              </>
            }
          >
            {shopping.map((t) => (
              <tr key={t.key}>
                <td className="r" data-head="Buy">
                  <b className="num text-22">{amount(t.buy)}</b>
                  {'\u00a0'}
                  <span className="u">{t.unit}</span>
                </td>
                <td>
                  <Link className="row-link" href={`/supplies/${encodeURIComponent(t.batches[0]!.id)}`}>
                    {t.name}
                  </Link>
                </td>
                <td className="r num" data-head="In stock">
                  {t.onHand === null ? '–' : amount(t.onHand)}
                </td>
                <td className="r num" data-head="Reserved">
                  {amount(t.reserved)}
                </td>
                <td data-head="Runs out">
                  {t.bites ? (
                    <>
                      <b className="text-watch">{day(t.bites.atIso)}</b>, {t.bites.code}
                    </>
                  ) : (
                    'below minimum'
                  )}
                </td>
                <td className="r num" data-head="About">
                  {t.price === null ? '' : two(t.buy * t.price)}
                </td>
              </tr>
            ))}
          </Table>
        )}
        {cost > 0 && (
          <p className="note mt-2">
            About <b className="num">{two(cost)}</b> in all, at your recorded prices.
          </p>
        )}
        {uncounted.length > 0 && (
          <p className="note mt-6 max-w-[720px]">
            Needed by what is planned, but never counted:{' '}
            {uncounted.map((t) => `${t.name} (${amount(t.reserved)}${t.unit ? ` ${t.unit}` : ''})`).join(', ')}. Count
            them and they appear in this list.
          </p>
        )}
      </section>
    </>
  );
}
