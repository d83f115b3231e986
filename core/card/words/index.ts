import { handlingOf, jumps, type Group } from '@/core/acclimation/release';
import type { MethodId, MethodStep } from '@/core/acclimation/vessel';
import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Closure } from '@/core/catalogue/making';
import { SEA_FROM } from '@/core/fish/water';
import type { Language } from '@/core/consignment/languages';
import { figureIn, wordsOf } from '@/core/papers/words';
import { cardDe } from './de';
import { cardEn } from './en';
import { cardEs } from './es';
import { cardFr } from './fr';
import { cardId } from './id';
import { cardPt } from './pt';
import { stepKey, type CardWords, type StepText } from './words';

export const cardLanguages = {
  en: cardEn,
  es: cardEs,
  de: cardDe,
  pt: cardPt,
  fr: cardFr,
  id: cardId,
} as const satisfies Record<Language, CardWords>;
export type { CardWords, StepText } from './words';

/** What surrounds a step: whose it is, and where they go. */
export interface StepSetting {
  method: MethodId;
  closure: Closure | undefined;
  waterL: number;
  salinity: number;
  tolerance: 'delicate' | 'ordinary' | 'hardy';
  tank: { name: string; salinity: number };
  groups: readonly Group[];
}

/** A step in a language; English as the step has it. */
export function stepText(step: MethodStep, s: StepSetting, language: Language, a: Assumptions): StepText {
  const { steps } = cardLanguages[language];
  if (!steps) return [step.title, step.detail, step.caution];
  const w = wordsOf(language);
  const { key, n } = stepKey(step);
  // As a drip is set: half of the time that doubling takes, in whole minutes, twice.
  const mlPerMin = (s.waterL / Math.max(4, Math.round(a.doubleMin / 2) * 2)) * 1000;
  const drops = (mlPerMin * a.dropsPerMl) / 60;
  return steps[key]({
    method: s.method,
    n,
    ml: figureIn((step.litres ?? a.cupL) * 1000, w, 0),
    litres: step.litres === undefined ? '' : figureIn(step.litres, w, step.litres < 1 ? 2 : 1),
    grams: step.grams === undefined ? '' : figureIn(step.grams, w, 0),
    mlPerMin: figureIn(mlPerMin, w, 0),
    drops: drops > a.dropsPerSMost ? '' : figureIn(drops, w, 1),
    salinity: figureIn(s.salinity, w, 0),
    cPerH: figureIn(a[`${s.tolerance}WarmingCPerH`], w),
    tank: s.tank.name,
    count: s.groups.reduce((sum, g) => sum + g.count, 0),
    sea: s.tank.salinity >= SEA_FROM,
    closure: s.closure ?? 'bands',
    handling: [...new Set(s.groups.map((g) => handlingOf(g, a)))],
    jumpers: jumps(s.groups),
  });
}
