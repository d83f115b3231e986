'use client';

import { Button } from '@/ui/kit/button';
import type { DraftKeeping } from '@/ui/use-draft';

/** What became of what was typed: it stands here again after a reload, or was thrown away and can be brought back. */
export function DraftLine({ restored, reset, bringBack }: Pick<DraftKeeping, 'restored' | 'reset' | 'bringBack'>) {
  if (bringBack)
    return (
      <p className="note flex flex-wrap items-center gap-3" role="status">
        Your draft is set aside.
        <Button type="button" onClick={bringBack}>
          Restore
        </Button>
      </p>
    );
  return restored ? (
    <p className="note flex flex-wrap items-center gap-3" role="status">
      Your earlier draft is here, not saved yet.
      <Button type="button" onClick={reset}>
        Start over
      </Button>
    </p>
  ) : null;
}
