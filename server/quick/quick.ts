import { z } from 'zod';
import { quickAnswer, type QuickAnswer, type QuickQuestion } from '@/core/evaluate/quick';
import type { Species } from '@/core/catalogue/schema';
import { problemsOf, type Problem } from '@/core/consignment/outcome';
import { between, text } from '@/core/quantities/shapes';
import { numberOf } from '@/records/field';
import type { House } from '@/server/house';

/** What is typed on the page, as the address keeps it. */
export type QuickTyped = Partial<
  Record<'fish' | 'count' | 'length' | 'width' | 'height' | 'hours' | 'warmth' | 'gas' | 'fasted', string>
>;

const asked = z.object({
  speciesId: text(80),
  count: z
    .number({ error: 'How many must be a number.' })
    .int('Count whole fish.')
    .min(1, 'There must be at least one fish.')
    .max(2000, 'At most 2000 fish in a bag.'),
  lengthCm: between(0.3, 120, 'Length'),
  widthCm: between(5, 100, 'Bag width'),
  heightCm: between(8, 150, 'Bag height'),
  hours: between(0.25, 120, 'Hours in the bag'),
  tempC: between(0, 35, 'Temperature'),
  gas: z.enum(['oxygen', 'air']),
  fastedH: between(0, 240, 'Hours without food'),
});

/** What stands in a field that is empty: an ordinary bag, a day, the warmth this fish usually has. */
const usual = (s: Species) => ({
  count: 10,
  lengthCm: s.lengthCm,
  widthCm: 30,
  heightCm: 50,
  hours: 24,
  tempC: s.usualC,
  fastedH: 48,
});

export interface QuickView {
  typed: QuickTyped;
  species: Species | null;
  usual: ReturnType<typeof usual> | null;
  question: QuickQuestion | null;
  answer: QuickAnswer | null;
  problems: Problem[];
}

/** The quick answer for what is typed; nothing without a fish. Empty fields stand for what is usual. */
export function quickView(house: House, typed: QuickTyped): QuickView {
  const { offered } = house.shelves();
  const species = offered.species.find((s) => s.id === typed.fish) ?? null;
  if (!species) return { typed, species: null, usual: null, question: null, answer: null, problems: [] };
  const u = usual(species);
  const number = (words: string | undefined, or: number): unknown =>
    words === undefined || words.trim() === '' ? or : numberOf(words);
  const parsed = asked.safeParse({
    speciesId: species.id,
    count: number(typed.count, u.count),
    lengthCm: number(typed.length, u.lengthCm),
    widthCm: number(typed.width, u.widthCm),
    heightCm: number(typed.height, u.heightCm),
    hours: number(typed.hours, u.hours),
    tempC: number(typed.warmth, u.tempC),
    gas: typed.gas === 'air' ? 'air' : 'oxygen',
    fastedH: number(typed.fasted, u.fastedH),
  });
  const base = { typed, species, usual: u };
  if (!parsed.success) return { ...base, question: null, answer: null, problems: problemsOf(parsed.error) };
  const answer = quickAnswer(parsed.data, offered);
  return answer.ok
    ? { ...base, question: parsed.data, answer: answer.value, problems: [] }
    : { ...base, question: parsed.data, answer: null, problems: answer.problems };
}
