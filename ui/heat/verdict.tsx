import { withOverrides } from '@/core/catalogue/assumptions';
import { StateMark } from '@/ui/drawings/state-mark';
import { ButtonLink } from '@/ui/kit/button';
import type { HeatOption, HeatStationProps } from './props';

/** What the ranking comes to where it is more than a choice: nothing is needed, nothing is good enough, or nothing can be right for all. */
export function HeatVerdict({ p, best, complete }: { p: HeatStationProps; best: HeatOption; complete: boolean }) {
  const { stopBelowChance } = withOverrides(p.job.consignment.assumptions);
  const box = p.boxes[0]!;
  const species = [...new Set(box.crate.kinds)];
  if (p.band.min >= p.band.max)
    return (
      <Said mark="stop">
        <b>These cannot share a box:</b> what {species.join(' and ')} tolerate for 24 h does not overlap. Pack the cool
        ones in a separate box.
      </Said>
    );
  if (complete && best.chance !== null && best.chance < stopBelowChance)
    return (
      <Said mark="stop">
        <b>Do not ship like this:</b> the best of {box.options.length} ways is good in {Math.floor(100 * best.chance)}{' '}
        of 100 simulated trips; below {Math.round(100 * stopBelowChance)} you keep fish at home.{' '}
        <ButtonLink className="ml-2" href={`/consignments/${p.code}/fast`}>
          Choose another day or service
        </ButtonLink>
      </Said>
    );
  if (p.ease.min >= p.ease.max)
    return (
      <Said mark="watch">
        <b>No temperature is comfortable for all:</b> {species.join(' and ')} are comfortable at different temperatures.
        Two boxes suit them better.
      </Said>
    );
  if (complete && best.packs.length === 0 && !best.bottle)
    return (
      <Said mark="fine">
        <b>No pack is best:</b> {best.reason.charAt(0).toLowerCase() + best.reason.slice(1)}
      </Said>
    );
  return null;
}

function Said({ mark, children }: { mark: 'fine' | 'watch' | 'stop'; children: React.ReactNode }) {
  return (
    <p
      className="mb-2 flex items-start gap-2 border border-rule-strong bg-surface px-3 py-2"
      role="status"
      data-testid="heat-verdict"
    >
      <StateMark mark={mark} size={17} />
      <span>{children}</span>
    </p>
  );
}
