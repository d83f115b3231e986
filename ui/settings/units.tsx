'use client';

import { setUnits } from '@/server/settings/actions';
import { useSave } from '@/ui/use-save';

const choices = [
  ['metric', 'Metric only', '°C, L, cm, g, °d, salinity'],
  ['us', 'US units beside every field', '°F, gal, in, oz, ppm, SG'],
] as const;

/** The house speaks metric; a second unit may stand beside every field. */
export function UnitsChoice({ system }: { system: 'metric' | 'us' }) {
  const { save, busy } = useSave();
  return (
    <fieldset className="max-w-[760px]">
      <legend className="mb-2 font-head text-22 font-semibold">Units</legend>
      <div className="grid gap-2 sm:grid-cols-2">
        {choices.map(([id, label, what]) => (
          <label
            key={id}
            className={`flex min-h-14 cursor-pointer items-center gap-3 border px-3 ${id === system ? 'border-tide bg-water-pale' : 'border-rule-strong'}`}
          >
            <input
              type="radio"
              name="units"
              className="size-5 accent-[var(--tide)]"
              checked={id === system}
              disabled={busy}
              onChange={() => void save((press) => setUnits(press, id))}
            />
            <span>
              <b>{label}</b>
              <br />
              <span className="note">{what}</span>
            </span>
          </label>
        ))}
      </div>
      <p className="note mt-2">
        You can type any unit: 76 F, 2 gal, 3 in, 90 ppm, 1.025 SG, 139 in3/lb. It is converted when you leave the
        field.
      </p>
    </fieldset>
  );
}
