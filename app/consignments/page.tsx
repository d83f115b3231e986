import Link from 'next/link';
import { profileOf } from '@/server/house';
import { house } from '@/server/wiring';
import { importConsignment } from '@/app/actions';
import { ImportFile } from '@/ui/consignment/import-file';
import { StateMark } from '@/ui/drawings/state-mark';
import { dayClock, factorWords, slackWords } from '@/ui/format';

export default async function ConsignmentsPage({ searchParams }: { searchParams: Promise<{ find?: string }> }) {
  const { find = '' } = await searchParams;
  const h = house();
  const list = h.consignments.list(find);
  const zone = profileOf(h).place.zone;
  const stage = (c: (typeof list)[number]): string => {
    const a = c.document.actual;
    if (h.arrivals.quarantineOf(c.document.id)) return 'in quarantine';
    if (a.openedAt) return 'opened';
    if (a.arrivedAt) return 'arrived';
    if (a.handedOverAt) return 'on the way';
    if (a.sealedAt) return 'sealed';
    return c.document.direction === 'incoming' ? 'expected' : 'planned';
  };
  return (
    <>
      <section className="chead relative flex-wrap">
        <h1>Consignments</h1>
        <p className="c2 mr-auto pt-2">
          {find ? `${list.length} found for “${find}”` : `${list.length} in all, latest hand-over first`}
        </p>
        <ImportFile importConsignment={importConsignment} />
        <Link href="/consignments/new" className="btn go">
          New consignment
        </Link>
      </section>
      <section className="work overflow-x-auto border-t border-rule-strong">
        <table className="tbl min-w-[760px]">
          <thead>
            <tr>
              <th>Code</th>
              <th>With</th>
              <th>Animals</th>
              <th>Hand-over</th>
              <th>Stage</th>
              <th className="r">Slack</th>
              <th className="r">Worst tenth</th>
              <th>Fails first</th>
            </tr>
          </thead>
          <tbody>
            {list.map((s) => {
              const c = s.document;
              const incoming = c.direction === 'incoming';
              return (
                <tr key={c.id}>
                  <td>
                    <Link
                      className="inline-flex min-h-9 items-center font-head text-[16px] font-semibold text-tide"
                      href={`/consignments/${c.code}`}
                    >
                      {c.code}
                    </Link>
                  </td>
                  <td>
                    {incoming ? 'from ' : 'to '}
                    <b>{incoming ? c.sender.name : c.receiver.name}</b>,{' '}
                    {incoming ? c.sender.place.name : c.receiver.place.name}
                  </td>
                  <td>
                    <b className="num">{c.lines.reduce((n, l) => n + l.count, 0)}</b> in{' '}
                    <span className="num">{c.bags.length}</span> {c.bags.length === 1 ? 'bag' : 'bags'}
                  </td>
                  <td>{dayClock(Date.parse(c.handOverAt), zone)}</td>
                  <td>{stage(s)}</td>
                  <td className="r whitespace-nowrap">
                    {s.result && (
                      <>
                        <StateMark mark={s.result.state} size={15} />{' '}
                        <b className="num">{slackWords(s.result.slackH)}</b>
                      </>
                    )}
                  </td>
                  <td className="r num whitespace-nowrap">{s.result ? slackWords(s.result.worstSlackH) : ''}</td>
                  <td>
                    {s.result?.factor
                      ? `${factorWords[s.result.factor]}, ${s.result.bagId}`
                      : s.result
                        ? 'none'
                        : 'not computed yet'}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
        {list.length === 0 && (
          <p className="note py-6">
            {find ? 'Nothing has this code or name.' : 'No consignment yet.'}{' '}
            <Link className="font-semibold text-tide" href="/consignments/new">
              Make one
            </Link>
            .
          </p>
        )}
      </section>
    </>
  );
}
