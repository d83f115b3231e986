import { Link } from '@/ui/kit/link';
import { doseWords, usualTimes } from '@/core/bag/treatments';
import { tankOnly, treatmentKinds, type Treatment } from '@/core/catalogue/treatment';
import type { Dosed } from '@/core/consignment/schema';
import { num, NumberField } from '@/ui/fields/fields';

/** What of the shelf goes into the water, and how much of it the real litres take. */
export function Doses({
  shelf,
  given,
  whose,
  litres,
  change,
}: {
  shelf: readonly Treatment[];
  /** Undefined where the chosen bags differ. */
  given: readonly Dosed[] | undefined;
  whose: string;
  /** Name and litres of each water that is dosed. */
  litres: readonly (readonly [name: string, litres: number])[];
  change: (next: Dosed[]) => void;
}) {
  if (shelf.length === 0)
    return (
      <p className="note">
        No treatment in stock. <Link href="/supplies/new?kind=treatment">Enter one with its label</Link>; drops and
        millilitres are then calculated here.
      </p>
    );
  const list = given ?? [];
  const sound = litres.filter(([, l]) => l > 0);
  return (
    <ul className="border-t border-rule">
      {shelf
        .filter((t) => !tankOnly.includes(t.kind))
        .map((t) => {
          const at = list.find((d) => d.id === t.id);
          const words =
            at && at.times > 0
              ? sound.map(([name, l]) => [name, doseWords({ treatment: t, times: at.times }, l)] as const)
              : [];
          const same = new Set(words.map(([, w]) => w)).size === 1;
          return (
            <li key={t.id} className="border-b border-rule py-1">
              <div className="flex items-center gap-2">
                <label className="flex min-h-9 min-w-0 flex-1 items-center gap-2">
                  <input
                    type="checkbox"
                    className="size-5 shrink-0"
                    checked={Boolean(at)}
                    onChange={(e) =>
                      change(
                        e.target.checked
                          ? [...list, { id: t.id, times: usualTimes(t) }]
                          : list.filter((d) => d.id !== t.id),
                      )
                    }
                  />
                  <span className="min-w-0">
                    {t.name} <span className="mute text-12">{treatmentKinds[t.kind]}</span>
                    <span className="sr-only"> in {whose}</span>
                  </span>
                </label>
                {at && (
                  <NumberField
                    hideLabel
                    className="w-[84px]"
                    label={`Times the label’s dose of ${t.name} in ${whose}`}
                    path={`times.${t.id}`}
                    unit="×"
                    value={Number.isNaN(at.times) ? '' : String(at.times)}
                    onChange={(v) => change(list.map((d) => (d.id === t.id ? { ...d, times: num(v) } : d)))}
                  />
                )}
              </div>
              {words.length > 0 && (
                <p className="pb-1 pl-7 text-13 text-ink-2">
                  {same ? (
                    <>
                      <b className="num">{words[0]![1]}</b>
                      {words.length > 1 && ' in each'}
                    </>
                  ) : (
                    words.map(([name, w], i) => (
                      <span key={name}>
                        {i > 0 && '; '}
                        {name}: <b className="num">{w}</b>
                      </span>
                    ))
                  )}
                </p>
              )}
            </li>
          );
        })}
    </ul>
  );
}
