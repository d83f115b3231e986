'use client';

import { Button, ButtonLink } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import { restoreRecord } from '@/server/records/actions';
import { Link } from '@/ui/kit/link';
import { Pages } from './pages';
import { Download, Plus, Upload } from 'lucide-react';
import { useRouter } from 'next/navigation';
import type { ListView } from '@/server/records/view';
import { FishIcon } from '@/ui/drawings/fish';
import { OwnerOnly } from '@/ui/shell/owner-only';
import { Tabs } from '@/ui/shell/tabs';
import { useSave } from '@/ui/use-save';

export interface RecordListProps {
  slug: string;
  one: string;
  many: string;
  about: string;
  counted: boolean;
  view: ListView;
  gone: { id: string; name: string } | null;
}

/** Find, import, export, new: the tools of every list. */
export function ListTools({ slug, one, find, shown }: { slug: string; one: string; find: string; shown: string }) {
  return (
    <div className="no-print flex flex-wrap items-center gap-2">
      <form className="find" role="search" action={`/${slug}`}>
        <input name="find" defaultValue={find} placeholder={`Find a ${one}`} aria-label={`Find a ${one}`} />
        {shown === 'archived' && <input type="hidden" name="shown" value="archived" />}
      </form>
      <OwnerOnly>
        <ButtonLink href={`/${slug}/import`} aria-label="Import">
          <Upload size={16} aria-hidden="true" /> <span className="hide-s">Import</span>
        </ButtonLink>
        <a className="btn" href={`/${slug}/export`} aria-label="Export" download>
          <Download size={16} aria-hidden="true" /> <span className="hide-s">Export</span>
        </a>
        <ButtonLink tone="go" href={`/${slug}/new`}>
          <Plus size={16} aria-hidden="true" /> New {one}
        </ButtonLink>
      </OwnerOnly>
    </div>
  );
}

/** What was just deleted, and the way back. */
export function GoneBar({ gone, back }: { gone: { id: string; name: string }; back: string }) {
  const { save, busy, problems } = useSave();
  const router = useRouter();
  return (
    <p className="no-print mb-3 flex min-h-11 items-center gap-3 border border-rule-strong bg-paper px-3" role="status">
      <b>{gone.name}</b> is deleted.
      <Button
        disabled={busy}
        onClick={() =>
          save(
            (press) => restoreRecord(press, gone.id),
            () => router.replace(back),
          )
        }
      >
        Undo
      </Button>
      {problems[0] && <span className="problem">{problems[0].message}</span>}
    </p>
  );
}

export function RecordList(p: RecordListProps) {
  const { view: v } = p;
  const at = (q: Record<string, string | number>): string =>
    `/${p.slug}?${new URLSearchParams(Object.entries(q).map(([k, x]) => [k, String(x)])).toString()}`;
  return (
    <>
      <section className="chead flex-wrap gap-y-2 py-2">
        <h1>{p.many}</h1>
        <p className="c2 mr-auto max-w-[520px] pt-2">{p.about}</p>
        <ListTools slug={p.slug} one={p.one} find={v.find} shown={v.shown} />
      </section>
      <Tabs at={`/${p.slug}`} />
      <section className="work">
        {p.gone && <GoneBar gone={p.gone} back={`/${p.slug}`} />}
        {v.find && (
          <p className="note mb-2">
            {v.rows.length === 0 ? 'Nothing' : v.rows.length} found for “{v.find}”, archived or not.{' '}
            <Link className="font-semibold text-tide" href={`/${p.slug}`}>
              Show all
            </Link>
          </p>
        )}
        <Table
          className="rows-at-390"
          head={
            <>
              <th>Name</th>
              {v.heads.map((h) => (
                <th key={h.label} className={h.numeric ? 'r' : ''}>
                  {h.label}
                </th>
              ))}
              {p.counted && (
                <>
                  <th className="r">Count</th>
                  <th className="r">Free</th>
                  <th>Promised</th>
                </>
              )}
            </>
          }
        >
          {v.rows.map((r) => {
            const promised = r.promised.reduce((n, x) => n + x.count, 0);
            return (
              <tr key={r.id} className={r.archived ? 'text-ink-3' : ''}>
                <td>
                  <Link className="row-link" href={`/${p.slug}/${encodeURIComponent(r.id)}`}>
                    {r.species && <FishIcon species={r.species} width={32} />}
                    {r.name}
                  </Link>
                  {r.archived && <span className="u">archived</span>}
                </td>
                {r.cells.map((text, i) => (
                  <td
                    key={i}
                    data-head={v.heads[i]!.label}
                    className={v.heads[i]!.numeric ? 'r num whitespace-nowrap' : ''}
                  >
                    {text}
                  </td>
                ))}
                {p.counted && (
                  <>
                    <td className="r num" data-head="Count">
                      {r.amount ?? <span className="mute">not counted</span>}
                    </td>
                    <td className="r num" data-head="Free">
                      {r.amount === null ? (
                        ''
                      ) : (
                        <b className={r.amount < promised ? 'text-stop' : ''}>{r.amount - promised}</b>
                      )}
                    </td>
                    <td data-head="Promised">
                      {r.promised.map((x, i) => (
                        <span key={i}>
                          {i > 0 && ', '}
                          {x.count} to{' '}
                          <Link className="font-semibold text-tide" href={`/consignments/${x.code}/order`}>
                            {x.code}
                          </Link>
                        </span>
                      ))}
                    </td>
                  </>
                )}
              </tr>
            );
          })}
        </Table>
        {v.rows.length === 0 && !v.find && (
          <NothingYet slug={p.slug} words={v.shown === 'archived' ? 'Nothing archived.' : `No ${p.one} yet.`} />
        )}
        <nav className="no-print mt-4 flex flex-wrap items-center gap-3 text-13" aria-label="Pages">
          <Pages page={v.page} pages={v.pages} at={(page) => at({ page, shown: v.shown })} words={['Back', 'Next']} />
          {v.shown === 'active' && v.counts.archived > 0 && (
            <Link className="font-semibold text-tide" href={at({ shown: 'archived' })}>
              {v.counts.archived} archived
            </Link>
          )}
          {v.shown === 'archived' && (
            <Link className="font-semibold text-tide" href={`/${p.slug}`}>
              The {v.counts.active} in use
            </Link>
          )}
        </nav>
      </section>
    </>
  );
}

/** An empty list, and the two ways to begin it. */
export function NothingYet({ slug, words }: { slug: string; words: string }) {
  return (
    <p className="note py-8">
      {words}{' '}
      <Link className="font-semibold text-tide" href={`/${slug}/new`}>
        Enter the first
      </Link>{' '}
      or{' '}
      <Link className="font-semibold text-tide" href={`/${slug}/import`}>
        import a list
      </Link>
      .
    </p>
  );
}
