import { useState } from 'react';
import type { Bag } from '@/core/consignment/schema';
import { StateMark } from '@/ui/drawings/state-mark';
import { TextField } from '@/ui/fields/fields';
import { Button } from '@/ui/kit/button';
import type { SheetProps } from './sheet-parts';

/** What speaks against the chosen bags; a rule may be broken knowingly, with a reason that is kept. */
export function Against({ bags, chosen, warned, handle }: SheetProps) {
  const [asked, setAsked] = useState<string | null>(null);
  const [reason, setReason] = useState('');
  const rules = [...new Set(chosen.flatMap((b) => warned[b.id] ?? []))];
  const taken = [...new Map(chosen.flatMap((b) => b.accepted ?? []).map((x) => [x.rule, x])).values()];
  const write = (what: string, of: (b: Bag) => Bag['accepted']): void =>
    handle(what, {
      said: '',
      bags: bags.map((b) => {
        if (!chosen.includes(b)) return b;
        const { accepted: _, ...rest } = b;
        const next = of(b);
        return next && next.length > 0 ? { ...rest, accepted: next } : rest;
      }),
    });
  const accept = (rule: string): void => {
    if (reason.trim() === '') return;
    write(`accept ${rule}`, (b) =>
      warned[b.id]?.includes(rule) ? [...(b.accepted ?? []), { rule, reason: reason.trim() }] : b.accepted,
    );
    setAsked(null);
    setReason('');
  };
  if (rules.length === 0 && taken.length === 0) return null;
  return (
    <ul className="border-t border-rule text-13" aria-label="Problems with this plan">
      {rules.map((rule) => (
        <li key={rule} className="border-b border-rule py-1.5">
          <div className="flex items-start gap-2">
            <StateMark mark="watch" size={15} />
            <span className="min-w-0 flex-1">{rule}</span>
            <Button
              type="button"
              tone="flat"
              aria-expanded={asked === rule}
              onClick={() => setAsked(asked === rule ? null : rule)}
            >
              Accept risk …
            </Button>
          </div>
          {asked === rule && (
            <div className="mt-1 flex items-end gap-2">
              <TextField className="flex-1" label="Reason" path="reason" value={reason} onChange={setReason} />
              <Button type="button" disabled={reason.trim() === ''} onClick={() => accept(rule)}>
                Accept risk
              </Button>
            </div>
          )}
        </li>
      ))}
      {taken.map((x) => (
        <li key={x.rule} className="flex items-start gap-2 border-b border-rule py-1.5 text-ink-2">
          <StateMark mark="done" size={15} />
          <span className="min-w-0 flex-1">
            {x.rule} <b>Risk accepted:</b> {x.reason}
          </span>
          <Button
            type="button"
            tone="flat"
            onClick={() => write(`undo ${x.rule}`, (b) => b.accepted?.filter((y) => y.rule !== x.rule))}
          >
            Withdraw
          </Button>
        </li>
      ))}
    </ul>
  );
}
