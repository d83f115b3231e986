'use client';

import type { Clash } from '@/ui/draft';
import { Meanwhile } from '@/ui/records/merge';
import type { DraftKeeping } from '@/ui/use-draft';
import { DraftLine } from './draft-line';

interface Settling<D> {
  clashes: readonly Clash[];
  settle: (theirs: ReadonlySet<string>) => { draft: D; version: number | null };
}

const words = (x: unknown): string =>
  x === null || x === undefined ? '' : typeof x === 'object' ? JSON.stringify(x) : String(x);

/** Somebody saved fields that are typed here too: both stand side by side, and one is chosen for each. Nothing where nothing clashes. */
function ClashChoice<D>({
  keeping,
  labelOf,
  busy,
  save,
}: {
  keeping: Settling<D>;
  labelOf: (path: string) => string;
  busy: boolean;
  save: (draft: D, version: number | null) => void;
}) {
  if (keeping.clashes.length === 0) return null;
  return (
    <Meanwhile
      rows={keeping.clashes.map((c) => ({
        path: c.path,
        label: labelOf(c.path),
        mine: words(c.mine),
        theirs: words(c.theirs),
      }))}
      busy={busy}
      onSave={(theirs) => {
        const { draft, version } = keeping.settle(theirs);
        save(draft, version);
      }}
    />
  );
}

/** What a form tells of its draft: that it stands here again, how to bring it back, and what clashes with what others saved. */
export function DraftCare<D>(p: {
  keeping: Settling<D> & Pick<DraftKeeping, 'restored' | 'reset' | 'bringBack'>;
  labelOf: (path: string) => string;
  busy: boolean;
  save: (draft: D, version: number | null) => void;
}) {
  return (
    <>
      <DraftLine {...p.keeping} />
      <ClashChoice {...p} />
    </>
  );
}
