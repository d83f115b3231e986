import { z } from 'zod';
import { lines, requiredText, text, upTo } from '@/core/quantities/shapes';
import { sizeClasses } from '@/core/fish/size';
import { kind } from './kind';

const tankRecordSchema = z.object({
  name: requiredText(40, 'Name the tank.'),
  volumeL: z
    .number({ error: 'Tank volume must be a number.' })
    .min(1, 'Tank volume must be at least 1 L.')
    .max(20000, 'Tank volume can be at most 20,000 L.'),
  use: z.enum(['stock', 'quarantine', 'display', 'purge'], { error: 'Choose what the tank is for.' }),
  where: text(80).optional(),
  /** Nets, buckets and siphon that serve this tank alone. */
  gear: text(300).optional(),
  note: lines(2000).optional(),
});
export type TankRecord = z.infer<typeof tankRecordSchema>;

const tankUses = [
  ['stock', 'Stock'],
  ['quarantine', 'Quarantine'],
  ['display', 'Display'],
  ['purge', 'Purging tub'],
] as const;

export const tanks = kind<TankRecord>({
  id: 'tank',
  slug: 'tanks',
  one: 'tank',
  many: 'Tanks',
  about: 'Your own tanks, their water over time, the fish in them and the gear that serves each alone.',
  schema: tankRecordSchema,
  fields: [
    { path: 'name', label: 'Tank', section: 'The tank', type: 'text', aliases: ['name', 'number'] },
    { path: 'volumeL', label: 'Water', section: 'The tank', type: 'number', unit: 'L', aliases: ['volume', 'litres'] },
    { path: 'use', label: 'For', section: 'The tank', type: 'choice', options: tankUses, aliases: ['use'] },
    { path: 'where', label: 'Where', section: 'The tank', type: 'text', optional: true, aliases: ['rack', 'room'] },
    {
      path: 'gear',
      label: 'Gear set',
      section: 'The tank',
      type: 'text',
      optional: true,
      wide: true,
      hint: 'Nets, bucket and siphon used for no other tank.',
    },
    { path: 'note', label: 'Note', section: 'The tank', type: 'long', optional: true, wide: true },
  ],
  blank: { use: 'stock', volumeL: 100 },
  key: (t) => t.name,
  name: (t) => `Tank ${t.name}`,
  detail: (t) => [`${t.volumeL} L`, t.where].filter(Boolean).join(', '),
  columns: ['volumeL', 'use', 'where', 'gear'],
  counted: false,
});

const lotSchema = z.object({
  tankId: requiredText(80, 'Choose the tank.'),
  speciesId: requiredText(80, 'Choose a species.'),
  size: z.enum(sizeClasses).optional(),
  lengthCm: z
    .number({ error: 'Length must be a number.' })
    .min(0.3, 'Length must be at least 0.3 cm.')
    .max(120, 'Length can be at most 120 cm.')
    .optional(),
  sex: z.enum(['unsexed', 'male', 'female', 'pair', 'mixed'], { error: 'Choose a sex.' }),
  grade: text(30).optional(),
  price: upTo(100_000, 'The price').optional(),
  note: lines(2000).optional(),
});
export type Lot = z.infer<typeof lotSchema>;

const sexes = ['unsexed', 'male', 'female', 'pair', 'mixed'].map((s) => [s, s] as const);
const sizes = sizeClasses.map((s) => [s, s] as const);

export const lots = kind<Lot>({
  id: 'lot',
  slug: 'fish',
  one: 'group of fish',
  many: 'Fish',
  about: 'Live stock by tank: in the tank, promised, free.',
  schema: lotSchema,
  fields: [
    { path: 'tankId', label: 'Tank', type: 'ref', kind: 'tank' },
    { path: 'speciesId', label: 'Species', type: 'ref', kind: 'species', aliases: ['fish', 'name', 'kind'] },
    { path: 'size', label: 'Size class', type: 'choice', options: sizes, optional: true, aliases: ['size'] },
    {
      path: 'lengthCm',
      label: 'Length',
      type: 'number',
      unit: 'cm',
      optional: true,
      hint: 'Measured. Empty: from the size class.',
    },
    { path: 'sex', label: 'Sex', type: 'choice', options: sexes },
    { path: 'grade', label: 'Grade', type: 'text', optional: true, aliases: ['quality', 'variety'] },
    { path: 'price', label: 'Price each', type: 'number', optional: true, aliases: ['price'] },
    { path: 'note', label: 'Note', type: 'long', optional: true, wide: true },
  ],
  blank: { sex: 'unsexed' },
  key: (l) => [l.tankId, l.speciesId, l.size ?? '', l.lengthCm ?? '', l.sex, l.grade ?? ''].join(' '),
  name: (l, lookup) => lookup.label('species', l.speciesId),
  detail: (l, lookup) =>
    [
      `tank ${lookup.label('tank', l.tankId)}`,
      l.size,
      l.lengthCm ? `${l.lengthCm} cm` : '',
      l.sex === 'unsexed' ? '' : l.sex,
      l.grade,
    ]
      .filter(Boolean)
      .join(', '),
  columns: ['tankId', 'size', 'lengthCm', 'sex', 'grade'],
  counted: true,
});
