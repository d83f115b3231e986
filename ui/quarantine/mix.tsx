'use client';

import { useState } from 'react';
import { hotAndCold, seaSaltG } from '@/core/quarantine/water';
import type { TankWeeks } from '@/server/quarantine/view';
import { NumberField, num } from '@/ui/fields/fields';

const tidy = (x: number): string => (x >= 1000 ? `${(x / 1000).toFixed(2)} kg` : `${x.toFixed(0)} g`);

/** Water for a change: hot and cold at the temperature of the tank, and its salt. */
export function Mix({ q }: { q: TankWeeks }) {
  const tempC = q.latest.tempC?.value ?? 25;
  const salinity = q.latest.salinity?.value ?? 0;
  const [t, setT] = useState({ litres: q.waterL.toFixed(0), hot: '45', cold: '12' });
  const litres = num(t.litres);
  const mixed = litres > 0 ? hotAndCold(litres, tempC, num(t.hot), num(t.cold)) : null;
  const field = (k: keyof typeof t, label: string, unit: string) => (
    <NumberField
      className="w-24"
      label={label}
      unit={unit}
      path={`mix.${k}`}
      value={t[k]}
      onChange={(v) => setT({ ...t, [k]: v })}
    />
  );
  return (
    <details className="mt-2">
      <summary className="flex min-h-11 cursor-pointer items-center font-head text-15 font-semibold">
        Mix the new water
      </summary>
      <div className="flex flex-wrap gap-2">
        {field('litres', 'Wanted', 'L')}
        {field('hot', 'Hot tap', '°C')}
        {field('cold', 'Cold tap', '°C')}
      </div>
      <p className="mt-1">
        {mixed ? (
          <>
            <b className="num">{mixed.hotL.toFixed(1)}</b> L hot and <b className="num">{mixed.coldL.toFixed(1)}</b> L
            cold make {t.litres} L at {tempC.toFixed(1)} °C
            {salinity > 1 &&
              `, with ${tidy(seaSaltG(salinity, litres))} of sea salt for salinity ${salinity.toFixed(0)}, mixed a day ahead`}
            .
          </>
        ) : (
          `Hot must be warmer and cold colder than ${tempC.toFixed(1)} °C.`
        )}
      </p>
      <p className="note">Measure before it goes in. Dechlorinate tap water first.</p>
    </details>
  );
}
