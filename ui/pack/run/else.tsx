'use client';

import { useState } from 'react';
import type { PackedConsignment, PackRunView } from '@/server/pack/run-view';
import { PhotoButton } from '@/ui/arrive/photo';
import { Button } from '@/ui/kit/button';
import { press } from '@/ui/queue/store';

type Bag = PackedConsignment['bags'][number];
const seen = ['torn fin', 'scratch', 'thin', 'spots', 'smaller than ordered', 'pale'] as const;

/** Animals of one kind in a bag: another count, a bad one that stays, the sexes, one from another tank. */
function Animals({
  c,
  bag,
  x,
  others,
}: {
  c: PackedConsignment;
  bag: Bag;
  x: Bag['animals'][number];
  others: PackRunView['others'];
}) {
  const of = { code: c.code, bagId: bag.id, lineId: x.lineId };
  const males = x.males ?? 0;
  const from = others.filter((o) => o.speciesId === x.speciesId && o.tank !== x.tank);
  const count = (n: number, why: 'fewer' | 'stays' | 'more', words: string) =>
    press({ deed: 'count', ...of, count: n, why }, `bag ${bag.id}: ${words}`);
  return (
    <fieldset className="border-b border-rule py-3">
      <legend className="font-head text-18 font-semibold">
        <span className="num">{x.count}</span> {x.name} from tank {x.tank}
      </legend>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button className="min-h-16" disabled={x.count < 1} onClick={() => count(x.count - 1, 'fewer', 'one fewer')}>
          One fewer
        </Button>
        <Button className="min-h-16" onClick={() => count(x.count + 1, 'more', 'one more')}>
          One more
        </Button>
        <Button
          className="min-h-16"
          disabled={x.count < 1}
          onClick={() => count(x.count - 1, 'stays', 'one in poor shape stays in its tank')}
        >
          One in poor shape stays here
        </Button>
        {from.map((o) => (
          <Button
            key={`${o.tank} ${o.lotId}`}
            className="min-h-16"
            onClick={() =>
              press(
                { deed: 'swap', ...of, tank: o.tank, lotId: o.lotId, left: Math.max(0, x.count - 1) },
                `bag ${bag.id}: one from tank ${o.tank} instead`,
              )
            }
          >
            One from {o.tank} instead
          </Button>
        ))}
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-2 text-16">
        <Button
          className="min-h-16 min-w-16"
          disabled={males < 1}
          onClick={() => press({ deed: 'sexes', ...of, males: males - 1 }, `bag ${bag.id}: ${males - 1} male`)}
        >
          −
        </Button>
        <span>
          {x.males === null ? (
            'Males not counted'
          ) : (
            <>
              <b className="num">{males}</b> male, <b className="num">{x.count - males}</b> female
            </>
          )}
        </span>
        <Button
          className="min-h-16 min-w-16"
          disabled={males >= x.count}
          aria-label={`One male more in bag ${bag.id}`}
          onClick={() => press({ deed: 'sexes', ...of, males: males + 1 }, `bag ${bag.id}: ${males + 1} male`)}
        >
          +
        </Button>
      </div>
    </fieldset>
  );
}

/** What hands find that the plan did not know, each in one press: plan, label, invoice and stock follow. */
export function Else({ c, bagId, others }: { c: PackedConsignment; bagId: string; others: PackRunView['others'] }) {
  const bag = c.bags.find((b) => b.id === bagId);
  const [words, setWords] = useState('');
  if (!bag) return <p className="note py-3">This bag is no longer in the plan.</p>;
  const remark = (w: string): void => press({ deed: 'blemish', code: c.code, bagId, words: w }, `bag ${bagId}: ${w}`);
  return (
    <section aria-label={`Bag ${bagId}: something else`} className="max-w-[640px] pb-4">
      {bag.animals.map((x) => (
        <Animals key={x.lineId} c={c} bag={bag} x={x} others={others} />
      ))}
      <div className="border-b border-rule py-3">
        <h3 className="mb-2">Signs (go on the label)</h3>
        <div className="flex flex-wrap gap-2">
          {seen.map((w) => (
            <Button key={w} className="min-h-16" onClick={() => remark(w)}>
              {w}
            </Button>
          ))}
          <PhotoButton code={c.code} kind="bag" id={bagId} taken={0} />
        </div>
        <form
          className="mt-2 flex gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            if (words.trim()) remark(words.trim());
            setWords('');
          }}
        >
          <label className="sr-only" htmlFor="remark">
            What you see
          </label>
          <input
            id="remark"
            className="in min-h-16 min-w-0 flex-1 !text-18"
            maxLength={80}
            placeholder="other signs"
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
          <Button className="min-h-16">Record</Button>
        </form>
        {bag.notes && <p className="mt-2 text-15">On its label: {bag.notes}.</p>}
      </div>
      {c.bottles.length > 0 && (
        <div className="border-b border-rule py-3">
          <h3 className="mb-2">A dose that was not planned</h3>
          <p className="caution mb-2">
            Follow its label and local law; ask a veterinarian. It goes on the bag’s label and into its figures.
          </p>
          <div className="flex flex-wrap gap-2">
            {c.bottles
              .filter((t) => !bag.given.includes(t.id))
              .map((t) => (
                <Button
                  key={t.id}
                  className="min-h-16"
                  onClick={() =>
                    press(
                      { deed: 'dose', code: c.code, bagId, treatmentId: t.id, times: 1 },
                      `bag ${bagId}: ${t.name}, once its label`,
                    )
                  }
                >
                  {t.name}
                </Button>
              ))}
          </div>
        </div>
      )}
      <Button
        className="mt-3 min-h-16 w-full"
        onClick={() => press({ deed: 'leaks', code: c.code, bagId }, `bag ${bagId} leaks: a new one`)}
      >
        Bag {bagId} leaks: use a new bag
      </Button>
    </section>
  );
}
