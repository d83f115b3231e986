import { Button } from '@/ui/kit/button';
import type { OrderCheck } from '@/core/calendar/departure';
import { StateMark } from '@/ui/drawings/state-mark';
import { CopyText } from '@/ui/fields/copy-text';
import { dayClock } from '@/ui/format';
import type { CheckedOrder } from './use-look-over';

/** When they leave, and why then, in words that can be sent on. */
export function ForTheBuyer({
  code,
  said,
  handOver,
  confirmation,
  onHandOver,
}: {
  code: string | null;
  said: CheckedOrder | null;
  handOver: string;
  /** As text, once there is a consignment. */
  confirmation: string | null;
  onHandOver: (local: string) => void;
}) {
  return (
    <section>
      <h2 className="mb-2">For the buyer</h2>
      {said ? (
        <p className="text-16 leading-snug" data-testid="leaves">
          {said.sentence}
        </p>
      ) : (
        <p className="note">Add animals to see when they leave, and why.</p>
      )}
      {said?.earliest && said.earliest !== handOver && (
        <Button
          type="button"
          className="mt-2 !whitespace-normal py-1.5 text-left"
          onClick={() => onHandOver(said.earliest!)}
        >
          Earliest drop-off: {dayClock(Date.parse(`${said.earliest}:00Z`), 'UTC')}
        </Button>
      )}
      {confirmation !== null && (
        <div className="mt-3 flex flex-wrap gap-2">
          <CopyText label="Copy confirmation and kit list" text={confirmation} />
          <a className="btn" href={`/consignments/${code}/confirmation`} target="_blank">
            As PDF
          </a>
        </div>
      )}
    </section>
  );
}

export function OrderChecks({ advice }: { advice: readonly OrderCheck[] }) {
  if (advice.length === 0) return null;
  return (
    <section aria-label="Check">
      <h2 className="mb-1">Check</h2>
      <ul>
        {advice.map((x, i) => (
          <li key={i} className="flex gap-2.5 border-b border-rule py-2 text-13">
            <StateMark mark={x.level === 'stop' ? 'stop' : 'watch'} size={16} />
            <span>{x.message}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
