import { weakest } from '@/core/engine/forward';
import type { BagRisk, Risk } from '@/core/engine/risk';
import { expectedWords, wholePercent } from '@/core/quantities/words';
import { StateMark } from '@/ui/drawings/state-mark';
import { factorWords, slackWords } from '@/ui/format';
import type { BagStationProps } from '@/server/bag/view';

/** What heading and stations tell of the stored plan, bag by bag; null while its odds are not there. */
export function toldOf({ views }: BagStationProps): BagRisk[] | null {
  const bags = views.flatMap(({ bag, animals, chance, alive, slackH, worstSlackH, factor }): BagRisk[] =>
    chance === null || alive === null ? [] : [{ id: bag.id, animals, chance, alive, slackH, worstSlackH, factor }],
  );
  return bags.length > 0 && bags.length === views.length ? bags : null;
}

const weakestOf = (risk: Risk | null | undefined) => (risk && risk.bags.length > 0 ? weakest(risk.bags) : null);

/** What the change did to the weakest bag, computed in this browser at every change. */
export function Weakest({
  risk,
  told,
  before,
  box,
  problem,
}: {
  risk: Risk | null;
  /** The stored plan, where nothing is changed. */
  told: readonly BagRisk[] | null;
  before: Risk | null;
  /** Only this box is told of. */
  box: string | null;
  problem: string | null;
}) {
  const now = told ? weakest(told) : weakestOf(risk);
  const was = weakestOf(before);
  if (problem)
    return (
      <p className="flex min-w-0 items-center gap-2" role="status">
        <StateMark mark="stop" size={16} />
        <span className="min-w-0">{problem}</span>
      </p>
    );
  const bags = told ?? risk?.bags;
  if (!bags || !now)
    return (
      <p className="mute" role="status">
        Computing …
      </p>
    );
  const animals = bags.reduce((n, b) => n + b.animals, 0);
  const expected = bags.reduce((n, b) => n + b.animals * b.alive, 0);
  const gained = !told && now.slackH !== null && was?.slackH != null ? now.slackH - was.slackH : null;
  return (
    <p
      className="flex min-w-0 flex-wrap items-baseline gap-x-3"
      role="status"
      data-testid="weakest"
      data-slack-h={now.slackH ?? 'none'}
    >
      <span>
        Weakest{box !== null && ` in box ${box}`}: <b>{now.tightest.id}</b>
        {now.tightest.factor && ` by ${factorWords[now.tightest.factor]}`}
      </span>
      <b className="num text-20">{slackWords(now.slackH)}</b>
      <span className="text-13 text-ink-2">
        bad case (1 in 10) <span className="num">{slackWords(now.worstSlackH)}</span>;{' '}
        <span className="num">{expectedWords(expected, animals)}</span> expected alive
        {!told && risk && (
          <>
            , good in <span className="num">{wholePercent(risk.chance)}</span> of 100 trips
          </>
        )}
      </span>
      {gained !== null && Math.abs(gained) >= 1 / 12 && (
        <b style={{ color: gained > 0 ? 'var(--fine)' : 'var(--stop)' }}>
          {gained > 0 ? '+' : '−'} {slackWords(Math.abs(gained))}
        </b>
      )}
    </p>
  );
}
