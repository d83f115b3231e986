'use client';

import { Link } from '@/ui/kit/link';
import { useState } from 'react';
import type { HealthFinding } from '@/server/db/doctor';
import { counted } from '@/core/quantities/words';
import { keepBackupNow } from '@/server/settings/actions';
import { StateMark } from '@/ui/drawings/state-mark';
import { dayClock } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import { useSave } from '@/ui/use-save';

/** How the data are: whole, with room, backed up; and the ways to keep and to bring back. */
export function DataHealth({
  findings,
  backups,
  folder,
  zone,
}: {
  findings: readonly HealthFinding[];
  backups: readonly { at: string; mb: string }[];
  folder: string;
  zone: string;
}) {
  const { save, busy, problems } = useSave();
  const [said, setSaid] = useState('');
  const worst = findings.some((f) => f.state === 'stop')
    ? 'stop'
    : findings.some((f) => f.state === 'watch')
      ? 'watch'
      : 'fine';
  const minded = findings.filter((f) => f.state === 'watch').length;
  const words = {
    fine: 'Your data are safe',
    watch: `Your data are safe; check ${counted(minded, 'thing')}`,
    stop: 'Something is wrong',
  };
  return (
    <>
      <section className="chead flex-wrap gap-y-2 py-2">
        <h1 className="flex items-center gap-3">
          <StateMark mark={worst} size={22} />
          {words[worst]}
        </h1>
        <p className="c2 mr-auto pt-2">{folder}</p>
        <Link className="font-semibold text-tide" href="/settings">
          All settings
        </Link>
      </section>
      <section className="work grid gap-x-12 gap-y-8 border-t border-rule-strong lg:grid-cols-[minmax(0,1fr)_400px]">
        <div className="min-w-0">
          <h2 className="mb-2">What was checked</h2>
          <ul>
            {findings.map((f, i) => (
              <li key={i} className="flex gap-3 border-b border-rule py-2.5">
                <StateMark mark={f.state} size={18} />
                <b className="w-32 shrink-0">{f.what}</b>
                <span className="min-w-0 break-words">{f.words}</span>
              </li>
            ))}
          </ul>
          <p className="note mt-2">
            The same on the command line: <code>./kindly doctor</code>. It only checks, and changes nothing.
          </p>
        </div>
        <div>
          <h2 className="mb-2">Backups</h2>
          <p className="mb-3">
            One at every start and one a day. Seven days, four weeks and twelve months are kept. Each was opened and
            found whole.
          </p>
          <div className="flex flex-wrap gap-3">
            <Button
              tone="go"
              className="!min-h-11"
              disabled={busy}
              onClick={() => save(keepBackupNow, () => setSaid('Backed up.'))}
            >
              {busy ? 'Backing up …' : 'Back up now'}
            </Button>
            <a className="btn !min-h-11" href="/settings/data/backup" download>
              Everything in one file
            </a>
          </div>
          <p className="note mt-2" role="status">
            {problems[0]?.message ?? said}
          </p>
          {backups.length > 0 && (
            <Table frame="mt-4 max-h-80">
              {backups.map((k) => (
                <tr key={k.at}>
                  <td>{dayClock(Date.parse(k.at), zone)}</td>
                  <td className="r num">
                    {k.mb}
                    {'\u00a0'}
                    <span className="u">MB</span>
                  </td>
                </tr>
              ))}
            </Table>
          )}
          <h2 className="mb-1 mt-6">Restoring</h2>
          <p>
            Stop Kindly Crate, then <code className="break-all">./kindly restore FILE</code>. The file is checked first,
            and present data are kept beside it. A file with photos works the same way.
          </p>
          <p className="note mt-2">A dead disk takes its backups with it. Copy one file elsewhere now and then.</p>
        </div>
      </section>
    </>
  );
}
