import { Button } from './button';
import type { PlanProgress } from '@/ui/use-progress';

/** How far a plan is, and the way to finish it at once without its odds. */
export function MakingPlan({ progress, stop }: { progress: PlanProgress | null; stop: () => void }) {
  return (
    <p className="note flex flex-wrap items-center gap-2" role="status">
      Bags, boxes and packs are tried together
      <progress
        className="h-1.5 w-32"
        max={progress?.of ?? 1}
        {...(progress ? { value: progress.done } : {})}
        aria-label="The plan so far"
      />
      {progress && (
        <span className="num">
          {progress.done} of {progress.of}
        </span>
      )}
      <Button type="button" tone="flat" onClick={stop}>
        Stop: plan without odds
      </Button>
    </p>
  );
}
