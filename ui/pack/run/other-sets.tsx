'use client';

import { useState } from 'react';
import { askOtherSets, takeSet } from '@/server/pack/actions';
import type { OtherSet } from '@/server/pack/other-sets';
import type { PackedConsignment } from '@/server/pack/run-view';
import { StateMark } from '@/ui/drawings/state-mark';
import { slackWords } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { useSave } from '@/ui/use-save';

/** No other pack of its kind is left: what else lies on the shelf, ranked for the box at once, and taken in one press. */
export function OtherSets({ c, typeId }: { c: PackedConsignment; typeId: string }) {
  const bad = c.packs.filter((p) => {
    const last = p.readings[p.readings.length - 1];
    return p.typeId === typeId && last && (last.proof.verdict === 'dud' || last.proof.verdict === 'slow');
  });
  const [sets, setSets] = useState<readonly OtherSet[] | null>(null);
  const [words, setWords] = useState('');
  const { save, busy, problems } = useSave();
  const boxId = bad[0]?.boxId;
  if (boxId === undefined) return null;
  const ask = async (): Promise<void> => {
    setWords('Computing …');
    const r = await askOtherSets(c.code, boxId, typeId).catch(() => null);
    setWords(r === null ? 'Kindly Crate does not answer.' : r.ok ? '' : r.problems[0]!.message);
    if (r?.ok) setSets(r.value);
  };
  return (
    <section className="mt-3" aria-label="Other packs">
      {!sets && (
        <Button className="min-h-16 w-full" onClick={() => void ask()}>
          None left. Other packs for box {boxId}
        </Button>
      )}
      {words && (
        <p role="status" className="note">
          {words}
        </p>
      )}
      {sets && (
        <ul>
          {sets.map((s) => (
            <li key={s.name} className="flex flex-wrap items-center gap-3 border-b border-rule py-2">
              <StateMark mark={s.state} size={18} />
              <span className="min-w-0 flex-1">
                <b className="text-16">{s.name}</b>
                <span className="note block">
                  margin in a bad case {slackWords(s.worstSlackH)};{' '}
                  {s.ventHoles === 0 ? 'no hole' : s.ventHoles === 1 ? 'one hole' : `${s.ventHoles} holes`}
                </span>
              </span>
              <Button
                className="min-h-16"
                disabled={busy}
                onClick={() => void save((press) => takeSet(press, c.code, boxId, typeId, s.name))}
              >
                Use this
              </Button>
            </li>
          ))}
          {sets.length === 0 && <li className="py-2">No other packs in stock: send without, or choose another day.</li>}
        </ul>
      )}
      {problems[0] && (
        <p className="problem" role="alert">
          {problems[0].message}
        </p>
      )}
    </section>
  );
}
