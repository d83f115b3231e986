'use client';

import { Ellipsis } from 'lucide-react';
import { useState } from 'react';
import { Button } from '@/ui/kit/button';
import { press } from '@/ui/queue/store';
import { doneWords, type RunStep } from './steps';
import type { Run } from './use-run';

/** What else can be done with a step: put it aside, take it or its box in hand, take the last press back. */
function More({ run, step, close }: { run: Run; step: RunStep; close: () => void }) {
  const hand = (subject: string, words: string): void => {
    press({ deed: step.taken?.mine ? 'letGo' : 'take', subject }, words);
    close();
  };
  const mine = step.taken?.mine === true;
  return (
    <div className="mb-2 flex flex-wrap gap-2">
      <Button
        className="min-h-16"
        onClick={() => {
          run.putAside();
          close();
        }}
      >
        Do this later
      </Button>
      {run.p.shared && (
        <Button
          className="min-h-16"
          onClick={() => hand(`step:${step.code}:${step.key}`, `take ${step.title} in hand`)}
        >
          {mine ? 'Release this step' : 'I’ll do this step'}
        </Button>
      )}
      {run.p.shared && step.boxId && (
        <Button
          className="min-h-16"
          onClick={() => hand(`lane:${step.code}:${step.boxId}`, `take box ${step.boxId} in hand`)}
        >
          {mine ? `Let box ${step.boxId} go` : `I’ll do all of box ${step.boxId}`}
        </Button>
      )}
      {run.last && (
        <Button
          className="min-h-16"
          onClick={() => {
            run.takeBack();
            close();
          }}
        >
          Undo: {run.last.title}
        </Button>
      )}
    </div>
  );
}

/** The bar at the bottom, where a thumb is: more, something is off, done. */
export function Bar({ run }: { run: Run }) {
  const [more, setMore] = useState(false);
  const { step } = run;
  if (!step) return null;
  return (
    <div className="sticky bottom-0 z-10 border-t border-rule-strong bg-surface px-3 py-3 md:px-6">
      {more && <More run={run} step={step} close={() => setMore(false)} />}
      <div className="flex gap-2">
        <Button
          className="min-h-20 min-w-16"
          aria-expanded={more}
          aria-label="More: put aside, take in hand, undo"
          onClick={() => setMore(!more)}
        >
          <Ellipsis size={26} aria-hidden="true" />
        </Button>
        {step.bagId && step.phase === 'bags' && (
          <Button className="min-h-20 md:min-w-52" aria-expanded={run.off} onClick={() => run.setOff(!run.off)}>
            {run.off ? 'Back' : 'Report a problem'}
          </Button>
        )}
        <Button
          data-primary
          data-testid="primary"
          tone={run.waits ? 'plain' : 'hands'}
          wet
          className="min-h-20 min-w-0 flex-1 !text-20 md:!text-28"
          disabled={run.first.length > 0}
          onClick={run.done}
        >
          {run.first.length > 0
            ? `First: ${run.first[0]!.title}`
            : run.waits
              ? 'Continue without waiting'
              : doneWords(step)}
        </Button>
      </div>
    </div>
  );
}
