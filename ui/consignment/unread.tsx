'use client';

import { Link } from '@/ui/kit/link';
import { bringBackGood } from '@/server/consignment/actions';
import { StateMark } from '@/ui/drawings/state-mark';
import { Button, ButtonLink } from '@/ui/kit/button';
import { useSave } from '@/ui/use-save';

/** A consignment that cannot be read: what is wrong, and the ways out of it. */
export function UnreadPage({ code, why, lastGood }: { code: string; why: string; lastGood: string | null }) {
  const { save, busy, problems } = useSave();
  return (
    <section className="work min-h-[60vh]">
      <div className="max-w-[720px]">
        <h1 className="mt-10 flex items-center gap-3 text-28">
          <StateMark mark="stop" size={24} />
          {code} cannot be read
        </h1>
        <p className="mt-3 text-16">{why}</p>
        <p className="mt-2">
          Nothing is lost. It is stored as it is; all other shipments work.{' '}
          {lastGood === null
            ? 'No earlier version is readable; a backup may have one.'
            : `The version before “${lastGood}” is readable. Restoring it keeps this one as an earlier version.`}
        </p>
        <div className="mt-4 flex flex-wrap gap-3">
          {lastGood !== null && (
            <Button
              tone="go"
              className="!min-h-11"
              disabled={busy}
              onClick={() => save((press) => bringBackGood(press, code))}
            >
              Restore last readable version
            </Button>
          )}
          <ButtonLink href="/supplies?shown=archived">Show archived</ButtonLink>
        </div>
        {problems[0] && <p className="problem mt-3">{problems[0].message}</p>}
      </div>
    </section>
  );
}

/** Those that cannot be read, each with its sentence and a way to its page. */
export function UnreadList({ unread }: { unread: readonly { code: string; why: string }[] }) {
  if (unread.length === 0) return null;
  return (
    <ul className="mb-4 border-2 border-stop bg-stop-pale" aria-label="Cannot be read">
      {unread.map((u) => (
        <li key={u.code} className="flex flex-wrap items-center gap-x-3 gap-y-1 px-3 py-2">
          <StateMark mark="stop" size={18} />
          <span className="min-w-0 flex-1">
            <b>{u.code} cannot be read.</b> {u.why}
          </span>
          <Link className="font-semibold text-tide" href={`/consignments/${u.code}/order`}>
            See what can be done
          </Link>
        </li>
      ))}
    </ul>
  );
}
