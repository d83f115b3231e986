'use client';

import { Link } from '@/ui/kit/link';
import { useRouter } from 'next/navigation';
import type { PracticeView } from '@/server/practice/practice';
import { keepCrate } from '@/server/practice/actions';
import { FishIcon } from '@/ui/drawings/fish';
import { StateMark } from '@/ui/drawings/state-mark';
import { readFileText, sent } from '@/ui/fields/file';
import { OwnerOnly } from '@/ui/shell/owner-only';
import { Tabs } from '@/ui/shell/tabs';
import { useSave } from '@/ui/use-save';

/** The shelf of practice crates: what each is about, and how it went. */
export function PracticeList({ v }: { v: PracticeView }) {
  const router = useRouter();
  const { save, busy, problems } = useSave();
  return (
    <>
      <section className="chead flex-wrap gap-y-1 py-2">
        <h1>Practice</h1>
        <p className="c2 mr-auto max-w-xl">
          Lose simulated fish here, not real ones. Plan, pack and send; time runs fast through the same calculation,
          with hidden luck. Nothing here touches your real shipments.
        </p>
        <OwnerOnly>
          <label className="btn inline-flex cursor-pointer items-center" aria-disabled={busy}>
            Import a practice shipment
            <input
              type="file"
              accept=".json,application/json"
              className="sr-only"
              onChange={(e) => {
                const file = e.target.files?.[0];
                e.target.value = '';
                if (file)
                  void readFileText(file).then((t) =>
                    save(
                      (press) => keepCrate(press, sent(t.text)),
                      (id) => router.push(`/practice/${id}`),
                    ),
                  );
              }}
            />
          </label>
        </OwnerOnly>
        <p className="text-right">
          <b className="num text-34">{v.won}</b> <span className="u">of {v.rows.length} won</span>
        </p>
      </section>
      <Tabs at="/practice" />
      <section className="work">
        {problems.map((p) => (
          <p key={p.message} className="problem mb-2" role="alert">
            {p.message}
          </p>
        ))}
        <ol className="grid gap-x-12 lg:grid-cols-2">
          {v.rows.map((r, i) => (
            <li key={r.id} className="border-b border-rule">
              <Link
                href={`/practice/${r.id}`}
                className="grid min-h-24 grid-cols-[34px_minmax(0,1fr)_auto] items-start gap-x-3 py-3"
              >
                <span className="num pt-1 text-15 text-ink-3">{i + 1}</span>
                <span className="min-w-0">
                  <b className="font-head text-20 leading-tight text-ink">{r.title}</b>{' '}
                  <span className="note">{r.own ? 'your own' : r.kind.toLowerCase()}</span>
                  <span className="mt-0.5 line-clamp-2 block text-13 text-ink-2">{r.story}</span>
                </span>
                <span className="flex flex-col items-end gap-1">
                  {r.species && <FishIcon species={r.species} width={44} />}
                  <span className="flex items-center gap-1.5 text-13">
                    <StateMark
                      mark={r.won > 0 ? 'done' : r.plays > 0 ? 'watch' : 'ahead'}
                      size={16}
                      label={r.won > 0 ? 'won' : r.plays > 0 ? 'not won yet' : 'not tried'}
                    />
                    {r.won > 0 ? 'won' : r.plays > 0 ? `${r.plays} tried` : 'not tried'}
                  </span>
                </span>
              </Link>
            </li>
          ))}
        </ol>
      </section>
    </>
  );
}
