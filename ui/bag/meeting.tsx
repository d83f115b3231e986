import { useState } from 'react';
import { meetingOf, type Hard } from '@/core/acclimation/meeting';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { invertebrateSteps, toleranceLimits } from '@/core/fish/tolerance';
import { num, NumberField } from '@/ui/fields/fields';
import { assume } from '@/core/consignment/assume';
import { waterOf } from '@/ui/fields/water';
import { Button } from '@/ui/kit/button';
import type { BagStationProps } from '@/server/bag/view';
import type { PlanInHand } from './use-plan';

const names: Record<keyof Hard, [string, string]> = {
  ghDgh: ['General hardness', '°dGH'],
  khDkh: ['Carbonate hardness', '°dKH'],
  salinity: ['Salinity', ''],
};

/** How far the water of the fish could be brought towards the receiver's before they are bagged, day by day. */
export function MeetingWater({ p, plan, a }: { p: BagStationProps; plan: PlanInHand; a: Assumptions }) {
  const [litres, setLitres] = useState('60');
  const assumed = assume({ ...p.job.consignment, sourceWater: waterOf(plan.water) }, p.job.catalogue, a);
  const { tank, sourceWater: from } = assumed;
  const unsure = [...from.guessed, ...tank.guessed].some((k) => k === 'ghDgh' || k === 'khDkh');
  const steps = p.lines.map((l) =>
    l.species.kind === 'fish' ? toleranceLimits(l.species.tolerance, a) : invertebrateSteps(a),
  );
  const least = {
    ghStep: Math.min(...steps.map((s) => s.ghStep)),
    salinityStep: Math.min(...steps.map((s) => s.salinityStep)),
  };
  const l = num(litres);
  const sound = l > 0 && [from.ghDgh, from.khDkh, from.salinity].every((x) => Number.isFinite(x));
  const rows = sound ? meetingOf(from, tank, l, least) : [];
  const wanted = rows.filter((m) => m.towards !== null);
  return (
    <section className="mt-5" aria-label="Difference to the receiver’s water">
      <h3 className="mb-1">Difference to the receiver’s water</h3>
      {unsure && (
        <p className="note mb-1">
          Hardness was not measured at both ends; typical values are used. A test strip settles it.
        </p>
      )}
      {sound && wanted.length === 0 ? (
        <p className="note">
          Tank {tank.name} has GH {tank.ghDgh}, KH {tank.khDkh} and salinity {tank.salinity}: they tolerate the whole
          step on opening. No preparation needed.
        </p>
      ) : (
        <>
          <NumberField
            className="mb-2 w-40"
            label="Litres they are kept in"
            path="heldL"
            unit="L"
            value={litres}
            onChange={setLitres}
          />
          {wanted.map((m) => (
            <div key={m.what} className="border-t border-rule py-2 text-13">
              <p>
                <b>{names[m.what][0]}</b> <span className="num">{m.from}</span> here,{' '}
                <span className="num">{m.to}</span> in tank {tank.name} {names[m.what][1]}: they tolerate at once{' '}
                <span className="num">{m.borne}</span>. Brought to <b className="num">{m.towards}</b> in {m.days}{' '}
                {m.days === 1 ? 'day' : 'days'}; the rest needs no drip.
              </p>
              <ul className="list-disc pl-5 text-ink-2">
                {m.daily.map((d) => (
                  <li key={d}>{d}</li>
                ))}
              </ul>
            </div>
          ))}
          {wanted.length > 0 && (
            <Button
              type="button"
              onClick={() =>
                plan.setWater({
                  ...plan.water,
                  ...Object.fromEntries(wanted.map((m) => [m.what, String(m.towards)])),
                })
              }
            >
              Use that water
            </Button>
          )}
          <p className="note mt-1">
            Dissolve salts and add them over an hour, then test. Go slower for fry and soft-water breeders.
          </p>
        </>
      )}
    </section>
  );
}
