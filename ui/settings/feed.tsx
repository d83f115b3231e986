'use client';

import { Link } from '@/ui/kit/link';
import { renewFeed } from '@/server/settings/actions';
import { CopyText } from '@/ui/fields/copy-text';
import { Button } from '@/ui/kit/button';
import { useSave } from '@/ui/use-save';

/** The calendar’s address with its secret, and the data behind everything. */
export function FeedAndData({ feed }: { feed: string }) {
  const { save, busy, problems } = useSave();
  return (
    <div className="grid max-w-[1120px] gap-x-12 gap-y-8 md:grid-cols-2">
      <section>
        <h2 className="mb-2 text-22">Calendar</h2>
        <p className="mb-3">
          All tasks as a feed for any calendar on this computer. Anyone with the address can read it: keep it private.
        </p>
        <div className="flex flex-wrap gap-3">
          <CopyText label="Copy the address" text={() => new URL(feed, window.location.href).href} />
          <Button disabled={busy} onClick={() => save(renewFeed)}>
            Make a new address
          </Button>
        </div>
        {problems[0] && <p className="problem mt-2">{problems[0].message}</p>}
      </section>
      <section>
        <h2 className="mb-2 text-22">Your data</h2>
        <p className="mb-3">Health, backups, and everything in one file.</p>
        <Link className="btn" href="/settings/data">
          Health and backups
        </Link>
      </section>
    </div>
  );
}
