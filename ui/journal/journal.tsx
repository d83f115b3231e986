import { Link } from '@/ui/kit/link';
import type { JournalView } from '@/server/room/journal-view';
import { clock, longDay } from '@/ui/format';
import { ButtonLink } from '@/ui/kit/button';

const address = (v: Pick<JournalView, 'by' | 'of'>, before: string | null = null): string => {
  const q = new URLSearchParams();
  if (v.by !== null) q.set('by', v.by);
  if (v.of !== null) q.set('of', v.of);
  if (before) q.set('before', before);
  return q.size > 0 ? `/journal?${q.toString()}` : '/journal';
};

function Who({ v }: { v: JournalView }) {
  const chip = (by: string | null, words: string) => (
    <Link
      key={words}
      href={address({ by, of: v.of })}
      className={`btn !min-h-11 ${v.by === by ? '!border-ink !bg-ink !text-[var(--on-ink)]' : ''}`}
      aria-current={v.by === by ? 'true' : undefined}
    >
      {words}
    </Link>
  );
  return (
    <nav className="flex flex-wrap gap-2" aria-label="By whom">
      {chip(null, 'Everyone')}
      {v.names.map((n) => chip(n, n))}
      {(v.nobody || v.by === '') && v.names.length > 0 && chip('', 'Without a name')}
    </nav>
  );
}

/** Who did what and when: everything that was written down in the house, the newest first. */
export function Journal(v: JournalView) {
  const days: { day: string; lines: JournalView['lines'] }[] = [];
  for (const line of v.lines) {
    const day = longDay(line.ms, v.zone);
    if (days.at(-1)?.day !== day) days.push({ day, lines: [] });
    days.at(-1)!.lines.push(line);
  }
  return (
    <>
      <section className="chead flex-wrap gap-y-2 py-2">
        <h1>Journal</h1>
        <p className="c2 mr-auto pt-2">
          {v.of ? (
            <>
              of <b>{v.ofName}</b>,{' '}
              <Link className="font-semibold text-tide" href={address({ by: v.by, of: null })}>
                or of everything
              </Link>
            </>
          ) : (
            'Who did what and when. Entries are never changed or deleted.'
          )}
        </p>
      </section>
      <section className="work space-y-6 border-t border-rule-strong">
        <Who v={v} />
        {days.map(({ day, lines }) => (
          <section key={day}>
            <h2 className="mb-1">{day}</h2>
            <ol className="border-t border-rule-strong">
              {lines.map((l, i) => (
                <li key={i} className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-2">
                  <span className="num w-14 shrink-0 text-15">{clock(l.ms, v.zone)}</span>
                  <b className="w-28 shrink-0 truncate">
                    {l.by || <span className="font-normal text-ink-3">no name</span>}
                  </b>
                  <span className="min-w-0 flex-1 basis-48 break-words">{l.words}</span>
                  {l.href && (
                    <Link className="shrink-0 text-14 font-semibold text-tide" href={l.href}>
                      {l.code || 'Open'}
                    </Link>
                  )}
                </li>
              ))}
            </ol>
          </section>
        ))}
        {v.lines.length === 0 && <p className="py-6 text-16">No entries {v.by ? `by ${v.by} ` : ''}here yet.</p>}
        <div className="flex gap-3">
          {v.before && <ButtonLink href={address(v)}>Newest</ButtonLink>}
          {v.older && <ButtonLink href={address(v, v.older)}>Older</ButtonLink>}
        </div>
      </section>
    </>
  );
}
