'use client';

import { useRouter } from 'next/navigation';
import { joined, type ReceiverReport, type Part } from '@/core/consignment/found-file';
import { takeOutcome } from '@/server/road/actions';
import { Button } from '@/ui/kit/button';
import { useMe } from '@/ui/shell/preferences';
import { useSave } from '@/ui/use-save';

/** The codes of a card that came along, as far as they are read; all of them together are what its receiver found. */
export function FoundParts({ parts, drop }: { parts: readonly Part[]; drop: () => void }) {
  const router = useRouter();
  const { save, busy, problems } = useSave();
  const owner = useMe().role === 'owner';
  const { of } = parts[0]!;
  const all = joined(parts);
  const found = all.ok ? (JSON.parse(all.json) as Pick<ReceiverReport, 'code' | 'by'>) : null;
  const read = parts.map((p) => p.n).sort((a, b) => a - b);
  return (
    <section aria-label="Codes of a card" className="border-t border-rule-strong pt-3" role="status">
      <h2>
        {found
          ? `What ${found.by || 'the receiver'} found of ${found.code}`
          : `Codes of a card: ${read.length} of ${of}`}
      </h2>
      {!found && <p>Read {read.join(', ')}; show the next one.</p>}
      {problems[0] && (
        <p className="problem" role="alert">
          {problems[0].message}
        </p>
      )}
      <p className="mt-2 flex flex-wrap gap-3">
        {found && owner && (
          <Button
            tone="go"
            wet
            disabled={busy}
            onClick={() =>
              void save(
                (press) => takeOutcome(press, found.code, all.ok ? all.json : ''),
                () => router.push(`/consignments/${found.code}/send`),
              )
            }
          >
            Import for {found.code}
          </Button>
        )}
        {found && !owner && <span>Only the owner can import a receiver’s report.</span>}
        <Button wet onClick={drop}>
          Cancel
        </Button>
      </p>
    </section>
  );
}
