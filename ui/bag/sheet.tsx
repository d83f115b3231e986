'use client';

import { useState } from 'react';
import { namesOf } from '@/core/bag/bag-groups';
import {
  changeBags,
  countOf,
  duplicateBags,
  mergeBags,
  moveAnimals,
  oneEach,
  removeBags,
  splitBag,
  spreadEvenly,
  type Handled,
} from '@/core/bag/by-hand';
import type { Bag } from '@/core/consignment/schema';
import { counted } from '@/core/quantities/words';
import { num, NumberField, SelectField } from '@/ui/fields/fields';
import { Button } from '@/ui/kit/button';
import { Against } from './against';
import { Filling } from './filling';
import { BagConstructionFields } from './making';
import { named, shared, type SheetProps } from './sheet-parts';

/** Bags of the chosen kind and what fills them, for one or for many at once. */
export function BagSheet(p: SheetProps) {
  const { bags, chosen, handle } = p;
  if (chosen.length === 0)
    return <p className="note mt-4">Choose one bag or tick several. Changes here apply to all of them.</p>;
  const ids = chosen.map((b) => b.id);
  const whose = chosen.length === 1 ? `bag ${ids[0]}` : `${chosen.length} bags`;
  const locked = chosen.some((b) => b.locked);
  const change = (key: string, to: Partial<Bag>): void => handle(`${key} ${ids.join()}`, changeBags(bags, ids, to));
  return (
    <div className="bagsheet">
      <div className="flex items-baseline gap-3">
        <h2>{chosen.length === 1 ? `Bag ${ids[0]}` : namesOf(ids)}</h2>
        <span className="mute ml-auto text-13">
          {chosen.length > 1 && `${counted(chosen.length, 'bag')}, `}
          {counted(
            chosen.reduce((n, b) => n + countOf(b), 0),
            'animal',
          )}
        </span>
      </div>
      <Deeds {...p} ids={ids} locked={locked} />
      <Against {...p} />
      <fieldset disabled={locked} className={locked ? 'opacity-60' : undefined}>
        <Animals {...p} whose={whose} ids={ids} />
        <Filling {...p} whose={whose} change={change} ids={ids} />
        <BagConstructionFields {...p} whose={whose} change={change} />
      </fieldset>
    </div>
  );
}

/** What hands do with the chosen bags. */
function Deeds({ bags, chosen, handle, ids, locked }: SheetProps & { ids: string[]; locked: boolean }) {
  const many = chosen.length > 1;
  const animals = chosen.reduce((n, b) => n + countOf(b), 0);
  const deed = (done: Handled): void => handle(null, done);
  return (
    <div className="my-2 flex flex-wrap gap-2" role="group" aria-label="What to do with them">
      {!many && animals > 1 && (
        <Button type="button" disabled={locked} onClick={() => deed(splitBag(bags, ids[0]!))}>
          Split in two
        </Button>
      )}
      {animals > chosen.length && (
        <Button type="button" disabled={locked} onClick={() => deed(oneEach(bags, ids))}>
          One per bag
        </Button>
      )}
      {many && (
        <>
          <Button type="button" disabled={locked} onClick={() => deed(mergeBags(bags, ids))}>
            Combine in one
          </Button>
          <Button type="button" disabled={locked} onClick={() => deed(spreadEvenly(bags, ids))}>
            Spread evenly
          </Button>
        </>
      )}
      <Button type="button" onClick={() => deed(duplicateBags(bags, ids))}>
        Duplicate
      </Button>
      <Button
        type="button"
        aria-pressed={locked}
        onClick={() => deed(changeBags(bags, ids, { locked: locked ? undefined : true } as Partial<Bag>))}
      >
        {locked ? 'Unlock' : 'Lock'}
      </Button>
      <Button type="button" tone="flat" disabled={locked} onClick={() => deed(removeBags(bags, ids))}>
        Remove
      </Button>
    </div>
  );
}

function Animals({ bags, chosen, lines, handle, problems, whose, ids }: SheetProps & { whose: string; ids: string[] }) {
  const [count, setCount] = useState('1');
  const [line, setLine] = useState('');
  const [to, setTo] = useState('');
  const only = chosen.length === 1 ? chosen[0]! : null;
  const index = bags.findIndex((b) => b.id === ids[0]);
  const countIn = (b: Bag, lineId: string): number => b.animals.find((x) => x.lineId === lineId)?.count ?? 0;
  const set = (lineId: string, text: string): void => {
    const n = text.trim() === '' ? 0 : num(text);
    const next = bags.map((b) => {
      if (!ids.includes(b.id) || b.locked) return b;
      const rest = b.animals.filter((x) => x.lineId !== lineId);
      const at = b.animals.findIndex((x) => x.lineId === lineId);
      const own = n === 0 ? [] : [{ lineId, count: n }];
      return { ...b, animals: at < 0 ? [...rest, ...own] : [...rest.slice(0, at), ...own, ...rest.slice(at)] };
    });
    handle(`count ${lineId} ${ids.join()}`, { bags: next, said: '' });
  };
  const others = bags.filter((b) => b.id !== only?.id && !b.locked);
  const from = only?.animals.find((x) => x.lineId === line) ?? only?.animals[0];
  const target = others.find((b) => b.id === to) ?? others[0];
  return (
    <>
      <h3 className="mt-3">Animals{chosen.length > 1 && ' in each of them'}</h3>
      <div className="grid grid-cols-2 items-end gap-x-3 gap-y-2">
        {lines.map((l) => {
          const n = shared(chosen, (b) => countIn(b, l.id));
          return (
            <NumberField
              key={l.id}
              label={named(l.name, `in ${whose}`)}
              path={`bags.${index}.animals`}
              problems={problems}
              value={n === undefined ? '' : n === 0 ? '' : String(n)}
              expected={n === undefined ? 'differ' : '0'}
              onChange={(v) => set(l.id, v)}
            />
          );
        })}
      </div>
      {only && from && target && (
        <div className="mt-2 flex flex-wrap items-end gap-2" role="group" aria-label="Move animals">
          <NumberField className="w-14" label="Move" path="move" value={count} onChange={setCount} />
          {only.animals.length > 1 && (
            <SelectField
              label="of"
              path="moveLine"
              value={from.lineId}
              onChange={setLine}
              options={only.animals.map((x) => [x.lineId, lines.find((l) => l.id === x.lineId)?.name ?? x.lineId])}
            />
          )}
          <SelectField
            label="to bag"
            path="moveTo"
            value={target.id}
            onChange={setTo}
            options={others.map((b) => [b.id, b.id])}
          />
          <Button
            type="button"
            onClick={() =>
              handle(
                null,
                moveAnimals(bags, {
                  fromId: only.id,
                  toId: target.id,
                  lineId: from.lineId,
                  count: Math.floor(num(count)) || 0,
                }),
              )
            }
          >
            Move
          </Button>
        </div>
      )}
    </>
  );
}
