'use client';

import { Term } from '@/ui/kit/term';
import type { Job } from '@/core/evaluate/job';
import { expectedWords, wholePercent } from '@/core/quantities/words';
import { useEvaluation } from '@/ui/use-evaluation';

/** Runs that a page refines its chance to. */
const RUNS = 600;

/**
 * A chance is a number of runs, not a word: what was stored at once, refined live by this browser's worker. `version`
 * tells when it must be computed anew.
 */
export function Chance({
  version,
  job,
  stored,
}: {
  version: string;
  job: Omit<Job, 'options'> | null;
  stored: {
    chance: number;
    draws: number;
    animals: number | null;
    expected: number | null;
    allAlive: number | null;
  } | null;
}) {
  const { progress, results, problem } = useEvaluation(
    version,
    job ? [{ ...job, options: { stepH: 0.5, draws: RUNS } }] : [],
  );
  const risk = results[0]?.risk ?? progress[0]?.risk ?? null;
  const runs = risk?.draws ?? stored?.draws ?? 0;
  const safe = risk ? risk.draws - risk.lost : stored ? Math.round(stored.chance * stored.draws) : 0;
  const animals = risk?.animals ?? stored?.animals ?? null;
  const expected = risk?.expected ?? stored?.expected ?? null;
  const allAlive = risk?.allAlive ?? stored?.allAlive ?? null;
  if (problem || runs === 0) return null;
  return (
    <p
      className="text-13 leading-tight text-ink-2"
      data-testid="chance"
      data-final={results.length > 0 ? 'yes' : 'no'}
      title={risk ? `Standard error ${(100 * risk.standardError).toFixed(1)} points` : undefined}
    >
      {animals !== null && expected !== null && (
        <>
          <b className="num text-ink">{expectedWords(expected, animals)}</b> expected alive
          {allAlive !== null && animals > 1 && (
            <>
              , all of them in <span className="num">{wholePercent(allAlive)}</span> of 100 trips
            </>
          )}
          {'; '}
        </>
      )}
      <span className="num">{safe}</span> of <span className="num">{runs}</span>{' '}
      <Term of="simulated trip">simulated trips</Term> good
    </p>
  );
}
