import { doseUnits, shutOut, type ShutOut, type Treatment } from '@/core/catalogue/treatment';
import { row } from '@/core/catalogue/row';
import type { Catalogue, Species } from '@/core/catalogue/schema';
import type { Bag, Consignment, Dosed } from '@/core/consignment/schema';

/** A treatment and times its ordinary dose. */
export interface Given {
  treatment: Treatment;
  times: number;
}

/** Times the label's dose that are taken where nobody says otherwise: what binding ammonia takes for a binder, else once. */
export const usualTimes = (t: Treatment): number => (t.kind === 'binder' ? (t.bindingTimes ?? 1) : 1);

const given = (list: readonly Dosed[] | undefined, catalogue: Pick<Catalogue, 'treatments'>): Given[] =>
  (list ?? []).map((d) => ({ treatment: row(catalogue.treatments ?? [], d.id, 'treatment'), times: d.times }));

/** What is in the water of a bag: what went into all the drawn water, and what into this bag alone. */
export function givenTo(
  c: Pick<Consignment, 'drawn'>,
  bag: Pick<Bag, 'treatments'>,
  catalogue: Pick<Catalogue, 'treatments'>,
): Given[] {
  return [...given(c.drawn, catalogue), ...given(bag.treatments, catalogue)];
}

export const drawnWith = (c: Pick<Consignment, 'drawn'>, catalogue: Pick<Catalogue, 'treatments'>): Given[] =>
  given(c.drawn, catalogue);

/** How much of it so many litres take, in its unit. */
export const amountFor = ({ treatment, times }: Given, litres: number): number => treatment.perL * times * litres;

/** As hands measure: whole drops and pieces, pinches to a half, tenths of a millilitre and gram, hundredths where it is little. */
function measured(unit: Treatment['unit'], amount: number): number {
  const to = (step: number): number => Math.round(amount / step) * step;
  const tidy = (x: number): number => Math.round(x * 1000) / 1000;
  if (unit === 'drop' || unit === 'piece') return Math.max(1, to(1));
  if (unit === 'pinch') return Math.max(0.5, to(0.5));
  return tidy(amount < 1 ? Math.max(0.01, to(0.01)) : to(0.1));
}

const plural = (n: number, unit: (typeof doseUnits)[number]): string =>
  unit === 'mL' || unit === 'g' ? unit : unit === 'pinch' ? (n > 1 ? 'pinches' : 'pinch') : n > 1 ? `${unit}s` : unit;

/** "13 drops (0.65 mL)", "2.6 mL (52 drops)", "1 piece": what to measure out for so many litres. */
export function doseWords(g: Given, litres: number): string {
  const { unit, dropsPerMl } = g.treatment;
  const amount = amountFor(g, litres);
  const n = measured(unit, amount);
  const other =
    dropsPerMl === undefined
      ? ''
      : unit === 'drop'
        ? ` (${measured('mL', n / dropsPerMl)} mL)`
        : unit === 'mL'
          ? ` (${measured('drop', n * dropsPerMl)} drops)`
          : '';
  return `${n} ${plural(n, unit)}${other}`;
}

/** What it takes from the shelf for so many litres: millilitres where the label says how many drops they are, else its unit. */
export const stockOf = (g: Given, litres: number): number => {
  const n = measured(g.treatment.unit, amountFor(g, litres));
  const { unit, dropsPerMl } = g.treatment;
  return unit === 'drop' && dropsPerMl ? n / dropsPerMl : n;
};

/** What the treatments of a bag do to its water, as far as it is computed. */
export function effectsOf(list: readonly Given[], litres: number) {
  const binds = list.filter((g) => (g.treatment.capacityMgN ?? 0) > 0);
  return {
    capacityMgN: binds.reduce((sum, g) => sum + g.treatment.capacityMgN! * amountFor(g, litres), 0),
    exchanges: binds.length > 0 && binds.every((g) => g.treatment.exchanges === true || g.treatment.kind === 'pad'),
    reducing: list.some((g) => g.treatment.reducing),
    sedates: list.some((g) => g.treatment.kind === 'sedative'),
    dyes: list.some((g) => g.treatment.kind === 'dye' || g.treatment.stains),
  };
}

const belongs: Record<ShutOut, (s: Species) => boolean> = {
  scaleless: (s) => s.flags.includes('dye-sensitive'),
  invertebrates: (s) => s.kind !== 'fish',
  labyrinth: (s) => s.flags.includes('labyrinth'),
};

/** Whom of these the label of a treatment shuts out. */
const shutBy = (t: Treatment, species: readonly Species[]): { who: ShutOut; species: Species }[] =>
  species.flatMap((s) =>
    (Object.keys(shutOut) as ShutOut[]).flatMap((who) =>
      t.notFor?.[who] && belongs[who](s) ? [{ who, species: s }] : [],
    ),
  );

/** Whether a label has nothing against any of these. */
export const isFor = (t: Treatment, species: readonly Species[]): boolean => shutBy(t, species).length === 0;

/** Why these treatments should not meet these animals, by their labels; and what a reducing one does. */
export function unfit(list: readonly Given[], species: readonly Species[]): string[] {
  const out: string[] = [];
  for (const { treatment: t } of list) {
    for (const { who, species: s } of shutBy(t, species)) out.push(`${t.name} is not for ${shutOut[who]}: ${s.name}.`);
    if (t.reducing)
      out.push(`${t.name} uses a little oxygen and makes copper poisonous. Never with copper in the tank.`);
    if (t.kind === 'binder' && t.capacityMgN === undefined)
      out.push(`The label of ${t.name} does not say how much it binds; it is counted as nothing.`);
  }
  return [...new Set(out)];
}

/** "ammonia binder, 5 times the label" for a label or a list. */
export const givenWords = ({ treatment: t, times }: Given): string =>
  `${t.name}${times === 1 ? '' : `, ${times} times the label’s dose`}`;
