import { changeBags } from '@/core/bag/by-hand';
import { depthOf, filledBy, schoolWords, type Swimmer } from '@/core/bag/filling';
import { waterSchools } from '@/core/catalogue/making';
import type { BagType } from '@/core/catalogue/schema';
import type { Bag } from '@/core/consignment/schema';
import { capital } from '@/core/quantities/words';
import { num, NumberField, SelectField } from '@/ui/fields/fields';
import { one } from '@/ui/format';
import { named, shared, type ChangeBags, type SheetProps } from './sheet-parts';

/** What fills a bag in the words of the trade. */
const gasOf = (b: Bag, type: BagType | undefined): string =>
  type?.breather || b.gasL === 0
    ? 'none'
    : b.oxygenFraction > 0.5
      ? b.filledElsewhere
        ? 'shop'
        : 'oxygen'
      : b.tabletOxygenMg
        ? 'tablet'
        : 'air';
const AIR = 0.21;

/** A bag filled by a school is filled anew, for its kind and its fish. */
function refilled(b: Bag, { lines, bagTypes, a }: Pick<SheetProps, 'lines' | 'bagTypes' | 'a'>): Bag {
  const type = bagTypes.find((t) => t.id === b.bagTypeId);
  const swimmers = b.animals.flatMap((x): Swimmer[] => {
    const l = lines.find((y) => y.id === x.lineId);
    return l ? [{ shape: l.species.look.shape, lengthCm: l.lengthCm }] : [];
  });
  return type && b.school ? { ...b, ...filledBy(b.school, type, swimmers, a, b.soft) } : b;
}

/** When somebody else fills it, and whether it is left soft. */
function Slack(p: SheetProps & { ids: string[]; whose: string; change: ChangeBags; gas: string }) {
  const { bags, chosen, a, problems, handle, ids, whose, change, gas } = p;
  const index = bags.findIndex((b) => b.id === ids[0]);
  /** Less gas, or as much as before: by its school, or by what it holds now. */
  const setSoft = (soft: boolean): void => {
    const next = bags.map((b) => {
      if (!ids.includes(b.id) || b.locked || Boolean(b.soft) === soft) return b;
      const { soft: _, ...rest } = b;
      const made: Bag = soft ? { ...rest, soft } : rest;
      if (b.school) return refilled(made, p);
      const holds = (b.waterL + b.gasL) * (soft ? a.softFillShare : 1 / a.softFillShare);
      return { ...made, gasL: b.gasL === 0 ? 0 : Math.max(0, Math.round((holds - b.waterL) * 10) / 10) };
    });
    handle(`soft ${ids.join()}`, { bags: next, said: '' });
  };
  return (
    <>
      {gas === 'shop' && (
        <NumberField
          label={named('Filled after', `closing ${whose}`)}
          path={`bags.${index}.filledAfterH`}
          unit="h"
          problems={problems}
          value={String(shared(chosen, (b) => b.filledAfterH) ?? '')}
          expected={String(a.filledElsewhereAfterH)}
          onChange={(v) =>
            change('filledAfterH', { filledAfterH: v.trim() === '' ? undefined : num(v) } as Partial<Bag>)
          }
        />
      )}
      {gas !== 'none' && (
        <label className="flex min-h-9 items-center gap-2 self-end">
          <input
            type="checkbox"
            className="size-5"
            checked={shared(chosen, (b) => Boolean(b.soft)) ?? false}
            onChange={(e) => setSoft(e.target.checked)}
          />
          Left soft
        </label>
      )}
      {gas === 'shop' && (
        <p className="note col-span-2">
          It has air until then; the curve shows both. Keep it loosely closed on the way.
        </p>
      )}
    </>
  );
}

/** Size, water and gas of the chosen bags. */
export function Filling(p: SheetProps & { whose: string; change: ChangeBags; ids: string[] }) {
  const { bags, chosen, bagTypes, a, problems, handle, whose, change, ids } = p;
  const index = bags.findIndex((b) => b.id === ids[0]);
  const typeOf = (b: Bag): BagType | undefined => bagTypes.find((t) => t.id === b.bagTypeId);
  /** A change after which a bag filled by a school is filled anew. */
  const refill = (key: string, to: Partial<Bag>): void => {
    const r = changeBags(bags, ids, to);
    handle(`${key} ${ids.join()}`, {
      ...r,
      bags: r.bags.map((b) => (ids.includes(b.id) && !b.locked ? refilled(b, p) : b)),
    });
  };
  const number = (key: 'waterL' | 'gasL' | 'tabletOxygenMg', label: string, unit: string, more: Partial<Bag> = {}) => {
    const value = shared(chosen, (b) => b[key]);
    return (
      <NumberField
        label={named(label, `in ${whose}`)}
        path={`bags.${index}.${key}`}
        unit={unit}
        problems={problems}
        value={value === undefined || Number.isNaN(value) ? '' : String(value)}
        expected={value === undefined ? 'differ' : ''}
        onChange={(v) => change(key, { [key]: num(v), ...more })}
      />
    );
  };
  const gas = shared(chosen, (b) => gasOf(b, typeOf(b))) ?? '';
  const setGas = (kind: string): void => {
    if (kind === 'none') return refill('gas', { gasL: 0, school: 'full', tabletOxygenMg: undefined } as Partial<Bag>);
    const oxygenFraction = kind === 'oxygen' || kind === 'shop' ? a.purityFlushed : AIR;
    const back = chosen.every((b) => b.gasL > 0) ? {} : { school: 'third' as const };
    const tablet =
      kind === 'tablet' ? { tabletOxygenMg: chosen[0]?.tabletOxygenMg ?? 100 } : { tabletOxygenMg: undefined };
    refill('gas', {
      oxygenFraction,
      filledElsewhere: kind === 'shop' ? true : undefined,
      filledAfterH: undefined,
      ...back,
      ...tablet,
    } as Partial<Bag>);
  };
  const share = shared(chosen, (b) => Math.round(b.oxygenFraction * 100));
  const water = shared(chosen, (b) => b.waterL);
  const width = shared(chosen, (b) => typeOf(b)?.widthCm);
  return (
    <>
      <h3 className="mt-4">Bag, water and gas</h3>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        <SelectField
          className="col-span-2"
          label={named('Size', `of ${whose}`)}
          path={`bags.${index}.bagTypeId`}
          problems={problems}
          value={shared(chosen, (b) => b.bagTypeId) ?? ''}
          onChange={(v) => v && refill('size', { bagTypeId: v })}
          options={[
            ...(shared(chosen, (b) => b.bagTypeId) ? [] : [['', 'They differ'] as [string, string]]),
            ...bagTypes.map((t): [string, string] => [t.id, t.name]),
          ]}
        />
        <SelectField
          label="Water by"
          path="school"
          value={shared(chosen, (b) => b.school ?? '') ?? '?'}
          onChange={(v) => v !== '?' && refill('school', { school: (v || undefined) as Bag['school'] } as Partial<Bag>)}
          options={[
            ...(shared(chosen, (b) => b.school ?? '') === undefined ? [['?', 'They differ'] as [string, string]] : []),
            ['', 'Litres of my own'],
            ...waterSchools.map((s): [string, string] => [s, capital(schoolWords[s])]),
          ]}
        />
        {number('waterL', 'Water', 'L', { school: undefined } as Partial<Bag>)}
        <SelectField
          label="Gas"
          path="gasKind"
          value={gas}
          onChange={setGas}
          options={[
            ...(gas === '' ? [['', 'They differ'] as [string, string]] : []),
            ['oxygen', 'Oxygen'],
            ['shop', 'Oxygen, filled elsewhere'],
            ['air', 'Air from a pump'],
            ['tablet', 'Air and an oxygen tablet'],
            ['none', 'None: breather film'],
          ]}
        />
        {number('gasL', 'Gas', 'L')}
        {gas !== 'none' && gas !== 'air' && gas !== 'tablet' && (
          <NumberField
            label={named('Oxygen', `in ${whose}`)}
            path={`bags.${index}.oxygenFraction`}
            unit="%"
            problems={problems}
            value={share === undefined || Number.isNaN(share) ? '' : String(share)}
            expected={share === undefined ? 'differ' : ''}
            onChange={(v) => change('oxygen', { oxygenFraction: num(v) / 100 })}
          />
        )}
        {gas === 'tablet' && number('tabletOxygenMg', 'Oxygen from the tablet', 'mg')}
        <Slack {...p} gas={gas} />
      </div>
      {water !== undefined && width !== undefined && water > 0 && gas !== 'none' && (
        <p className="note mt-1">
          <span className="num">{one(depthOf({ widthCm: width }, water))}</span> cm of water in the standing bag.
        </p>
      )}
      {gas === 'air' && (
        <p className="note mt-1">Pumped air is for short trips only. Never blow into a bag with your mouth.</p>
      )}
    </>
  );
}
