'use client';

import { useState } from 'react';
import type { Concern } from '@/core/concerns/concern';
import type { RoundView } from '@/server/quarantine/view';
import { Button } from '@/ui/kit/button';
import { press } from '@/ui/queue/store';
import { lostWords } from '@/words/en/lost';

type Dweller = RoundView['tanks'][number]['dwellers'][number];

/** Kinds of which some are missing, by what is told of their tank. */
export const missingIn = (concerns: readonly Concern[]): string[] =>
  concerns.flatMap((c) => (c.finding.code === 'missing' ? [c.finding.of] : []));

/** Who is dead, jumped out, missing or found again: one press each, the reason may come later. */
export function LostForm({
  id,
  tank,
  dwellers,
  missing: gone,
  done,
}: {
  id: string;
  tank: string;
  dwellers: readonly Dweller[];
  /** Kinds of which some are missing already. */
  missing: readonly string[];
  done: () => void;
}) {
  const [which, setWhich] = useState(0);
  const [count, setCount] = useState(1);
  const animal = dwellers[which];
  if (!animal) return <p className="note mt-3">{lostWords.empty}</p>;
  const { speciesId, name } = animal;
  const most = Math.max(1, animal.count);
  const dead = (jumped: boolean): void => {
    press({ deed: 'death', quarantineId: id, speciesId, count, jumped }, `${count} ${name} dead in ${tank}`);
    done();
  };
  const missing = (n: number): void => {
    const told = { kind: 'missing', count: n, name } as const;
    press({ deed: 'quarantine', quarantineId: id, told }, n > 0 ? `${n} ${name} missing in ${tank}` : `${name} found`);
    done();
  };
  return (
    <section className="mt-3 grid gap-3 border-y border-rule py-3" aria-label={lostWords.title}>
      <div className="flex flex-wrap items-center gap-3">
        {dwellers.length > 1 &&
          dwellers.map((d, i) => (
            <Button
              key={d.speciesId}
              className="min-h-16"
              aria-pressed={i === which}
              onClick={() => {
                setWhich(i);
                setCount(1);
              }}
            >
              {d.name}
            </Button>
          ))}
        <span className="ml-auto flex items-center gap-2">
          <Button
            className="min-h-16 min-w-16"
            aria-label={lostWords.less}
            disabled={count <= 1}
            onClick={() => setCount(count - 1)}
          >
            −
          </Button>
          <output className="num min-w-10 text-center text-34">{count}</output>
          <Button
            className="min-h-16 min-w-16"
            aria-label={lostWords.more}
            disabled={count >= most}
            onClick={() => setCount(count + 1)}
          >
            +
          </Button>
          <span>
            of {animal.count} {name}
          </span>
        </span>
      </div>
      <div className="grid grid-cols-2 gap-2 md:grid-cols-4">
        <Button wet onClick={() => dead(false)}>
          {lostWords.dead}
        </Button>
        <Button wet onClick={() => dead(true)}>
          {lostWords.jumped}
        </Button>
        <Button wet onClick={() => missing(count)}>
          {lostWords.missing}
        </Button>
        {gone.includes(name) && (
          <Button wet onClick={() => missing(0)}>
            {lostWords.found}
          </Button>
        )}
      </div>
      <p className="note">{lostWords.body}</p>
    </section>
  );
}
