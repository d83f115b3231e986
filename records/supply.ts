import { z } from 'zod';
import { above0, between, date, lines, requiredText, text, upTo } from '@/core/quantities/shapes';
import {
  bagTypeSchema,
  boxTypeSchema,
  packTypeSchema,
  type BagType,
  type BoxType,
  type PackType,
} from '@/core/catalogue/schema';
import { typicalPack } from '@/core/catalogue/typical-pack';
import { doseUnits, shutOut, treatmentKinds, treatmentSchema, type Treatment } from '@/core/catalogue/treatment';
import { capital } from '@/core/quantities/words';
import { kind } from './kind';
import type { Field } from './field';

export const supplyKinds = [
  ['bag', 'Bag'],
  ['box', 'Box'],
  ['pack', 'Heat or cold pack'],
  ['liner', 'Liner'],
  ['band', 'Bands'],
  ['oxygen', 'Oxygen'],
  ['treatment', 'Treatment of the water'],
  ['additive', 'Additive'],
  ['other', 'Other'],
] as const;

type SupplyKind = (typeof supplyKinds)[number][0];

const packShape = packTypeSchema.omit({ id: true, name: true, cost: true });
/** What its label tells of a heat pack, and as many of the figures as somebody knows; the others are guessed (`packFigures`). */
const labelledPack = packShape
  .partial()
  .extend({
    kind: packShape.shape.kind,
    ratedW: packShape.shape.ratedW.default([]),
    hours: between(6, 200, 'The hours').optional(),
    peakW: above0(100, 'The peak').optional(),
  })
  .refine((x) => x.kind === 'cold' || packFigures(x), {
    path: ['hours'],
    error: 'Enter how many hours it lasts, or all of its figures.',
  })
  .refine((x) => x.kind === 'heat' || packFigures(x), {
    path: ['massG'],
    error: 'A cold pack needs its weight and its size.',
  });

/** A pack as the planner reads it: a figure that is told stands, the others follow from its hours and its peak. */
function packFigures(pack: {
  kind: PackType['kind'];
  hours?: number | undefined;
  peakW?: number | undefined;
  ratedW: PackType['ratedW'];
}): Omit<PackType, 'id' | 'name' | 'cost'> | null {
  const { hours, peakW, ...told } = pack;
  const guess = hours === undefined ? null : typicalPack(hours, peakW ?? null);
  const ratedW = told.ratedW.length > 1 ? told.ratedW : (guess?.ratedW ?? []);
  if (told.kind === 'heat' && ratedW.length < 2) return null;
  const read = packShape.safeParse({ ...guess, ...told, ratedW });
  return read.success ? read.data : null;
}

const supplySchema = z.object({
  kind: z.enum(supplyKinds.map(([k]) => k) as unknown as [SupplyKind, ...SupplyKind[]], {
    error: 'Choose what it is.',
  }),
  name: requiredText(80, 'Give it a name.'),
  /** Rows of the same type are batches of one thing. */
  typeId: text(80).optional(),
  batch: text(40).optional(),
  expires: date('Write the date as 2027-03-31.').optional(),
  unit: text(20).optional(),
  /** Warned below this many. */
  lowMark: upTo(1_000_000, 'The mark').optional(),
  soldBy: above0(100_000, 'What a pack holds').optional(),
  price: upTo(100_000, 'The price').optional(),
  note: lines(2000).optional(),
  bag: bagTypeSchema.omit({ id: true, name: true, cost: true }).optional(),
  box: boxTypeSchema.omit({ id: true, name: true, cost: true }).optional(),
  pack: labelledPack.optional(),
  /** Its label, for what goes into the water. */
  label: treatmentSchema.omit({ id: true, name: true }).optional(),
});
export type Supply = z.infer<typeof supplySchema>;

const only = (is: string, fields: readonly Field[], part = is): Field[] =>
  fields.map((f) => ({ ...f, path: `${part}.${f.path}`, when: { path: 'kind', is: [is] }, section: 'Figures' }));

export const supplies = kind<Supply>({
  id: 'supply',
  slug: 'supplies',
  one: 'supply',
  many: 'Supplies',
  about: 'What is in stock, what planned boxes need, and what runs out when.',
  schema: supplySchema,
  fields: [
    {
      path: 'kind',
      label: 'What',
      type: 'choice',
      options: supplyKinds,
      section: 'What it is',
      aliases: ['kind', 'type'],
    },
    { path: 'name', label: 'Name', type: 'text', section: 'What it is', aliases: ['supply', 'item'] },
    { path: 'batch', label: 'Batch', type: 'text', optional: true, section: 'What it is', aliases: ['lot'] },
    {
      path: 'expires',
      label: 'Use by',
      type: 'date',
      optional: true,
      section: 'What it is',
      aliases: ['expiry', 'best before', 'expires'],
    },
    {
      path: 'unit',
      label: 'Counted in',
      type: 'text',
      optional: true,
      section: 'What it is',
      hint: 'Empty: pieces.',
    },
    {
      path: 'lowMark',
      label: 'Warn below',
      type: 'number',
      optional: true,
      section: 'What it is',
      aliases: ['low', 'minimum'],
    },
    {
      path: 'soldBy',
      label: 'Bought by',
      type: 'number',
      optional: true,
      section: 'What it is',
      hint: 'How many come in a pack.',
    },
    { path: 'price', label: 'Price each', type: 'number', optional: true, section: 'What it is' },
    {
      path: 'typeId',
      label: 'Type',
      type: 'text',
      optional: true,
      section: 'What it is',
      hint: 'Batches of one type are counted together. Empty: by name.',
    },
    ...only('bag', [
      { path: 'widthCm', label: 'Flat width', type: 'number', unit: 'cm' },
      { path: 'heightCm', label: 'Flat height', type: 'number', unit: 'cm' },
      { path: 'filmMm', label: 'Film', type: 'number', unit: 'mm' },
      { path: 'gramsEach', label: 'Weight each', type: 'number', unit: 'g' },
      { path: 'breather', label: 'Breather film', type: 'yes', optional: true },
    ]),
    ...only('box', [
      { path: 'insideCm.0', label: 'Inside length', type: 'number', unit: 'cm' },
      { path: 'insideCm.1', label: 'Inside width', type: 'number', unit: 'cm' },
      { path: 'insideCm.2', label: 'Inside height', type: 'number', unit: 'cm' },
      { path: 'wallCm', label: 'Wall', type: 'number', unit: 'cm' },
      { path: 'kWPerMK', label: 'Foam conducts', type: 'number', unit: 'W/(m K)' },
      { path: 'leakLPerH', label: 'Air leak', type: 'number', unit: 'L/h' },
      { path: 'massKg', label: 'Box weight', type: 'number', unit: 'kg' },
      { path: 'measured.factor', label: 'Own test: times the loss', type: 'number', optional: true },
      { path: 'measured.sigma', label: 'Spread of the test', type: 'number', optional: true },
    ]),
    ...only('pack', [
      {
        path: 'kind',
        label: 'Warms or cools',
        type: 'choice',
        options: [
          ['heat', 'Heat'],
          ['cold', 'Cold'],
        ],
      },
      {
        path: 'hours',
        label: 'Lasts',
        type: 'number',
        unit: 'h',
        optional: true,
        hint: 'Of a heat pack this is enough: the rest is guessed.',
      },
      { path: 'peakW', label: 'Strongest', type: 'number', unit: 'W', optional: true },
      {
        path: 'ratedW',
        label: 'Power',
        type: 'rows',
        optional: true,
        one: 'point',
        of: [
          { path: '0', label: 'Hour', type: 'number' },
          { path: '1', label: 'Watt', type: 'number' },
        ],
      },
      { path: 'ironG', label: 'Iron', type: 'number', unit: 'g', optional: true },
      { path: 'massG', label: 'Pack weight', type: 'number', unit: 'g', optional: true },
      { path: 'thicknessCm', label: 'Thick', type: 'number', unit: 'cm', optional: true },
      { path: 'sizeCm.0', label: 'Pack length', type: 'number', unit: 'cm', optional: true },
      { path: 'sizeCm.1', label: 'Pack width', type: 'number', unit: 'cm', optional: true },
      { path: 'surfaceC', label: 'Surface at most', type: 'number', unit: '°C', optional: true },
      { path: 'spread', label: 'Spread of its power', type: 'number', optional: true },
      { path: 'measured.factor', label: 'Own test: times the power', type: 'number', optional: true },
      { path: 'measured.sigma', label: 'Spread of its test', type: 'number', optional: true },
    ]),
    ...only(
      'treatment',
      [
        {
          path: 'kind',
          label: 'What it is for',
          type: 'choice',
          options: Object.entries(treatmentKinds).map(([k, words]) => [k, capital(words)] as const),
        },
        {
          path: 'unit',
          label: 'Dosed in',
          type: 'choice',
          options: doseUnits.map((u) => [u, capital(u)] as const),
        },
        { path: 'perL', label: 'Ordinary dose a litre', type: 'number', hint: 'By its label, in what it is dosed in.' },
        { path: 'dropsPerMl', label: 'Drops in a millilitre', type: 'number', optional: true },
        {
          path: 'bindingTimes',
          label: 'Times the dose to bind ammonia',
          type: 'number',
          optional: true,
          hint: 'Labels of binders say four or five.',
        },
        {
          path: 'capacityMgN',
          label: 'Binds, for each unit dosed',
          type: 'number',
          unit: 'mg N',
          optional: true,
          hint: 'Where the label has no figure it is counted as nothing.',
        },
        { path: 'exchanges', label: 'Ion exchanger: leaves the hardness', type: 'yes', optional: true },
        { path: 'reducing', label: 'Reducing: takes oxygen', type: 'yes', optional: true },
        { path: 'stains', label: 'Stains', type: 'yes', optional: true },
        {
          path: 'mgPerUnit',
          label: 'A unit holds, of what works',
          type: 'number',
          unit: 'mg',
          optional: true,
          hint: 'For medicines that are dosed to a level.',
        },
        { path: 'targetMgL', label: 'To reach', type: 'number', unit: 'mg/L', optional: true },
        { path: 'bandFromMgL', label: 'Works above', type: 'number', unit: 'mg/L', optional: true },
        { path: 'bandToMgL', label: 'Harms above', type: 'number', unit: 'mg/L', optional: true },
        { path: 'halfLifeH', label: 'Half is gone after', type: 'number', unit: 'h', optional: true },
        { path: 'lowersOxygen', label: 'Lowers oxygen', type: 'yes', optional: true },
        { path: 'harmsFilter', label: 'Harms the filter', type: 'yes', optional: true },
        ...Object.entries(shutOut).map(([who, words]): Field => ({
          path: `notFor.${who}`,
          label: `Not for ${words}`,
          type: 'yes',
          optional: true,
        })),
      ],
      'label',
    ),
    { path: 'note', label: 'Note', type: 'long', optional: true, wide: true, section: 'Note' },
  ],
  blank: { kind: 'bag' },
  key: (s) => [s.kind, s.name, s.batch ?? ''].join(' '),
  name: (s) => s.name,
  detail: (s) =>
    [
      supplyKinds.find(([k]) => k === s.kind)![1],
      s.batch ? `batch ${s.batch}` : '',
      s.expires ? `use by ${s.expires}` : '',
    ]
      .filter(Boolean)
      .join(', '),
  columns: ['kind', 'batch', 'expires'],
  counted: true,
});

/** The id by which plans name a type: batches of one thing share it. */
export const typeIdOf = (id: string, s: Supply): string => s.typeId ?? id;

/** A shelf row as the planner reads it; null for what has no figures of its own. */
export function typeOf(
  id: string,
  s: Supply,
): { bag: BagType } | { box: BoxType } | { pack: PackType } | { treatment: Treatment } | null {
  const head = { id: typeIdOf(id, s), name: s.name };
  if (s.kind === 'bag' && s.bag)
    return { bag: { ...head, ...s.bag, ...(s.price === undefined ? {} : { cost: s.price }) } };
  if (s.kind === 'box' && s.box) return { box: { ...head, ...s.box, cost: s.price ?? 0 } };
  const pack = s.kind === 'pack' && s.pack ? packFigures(s.pack) : null;
  if (pack) return { pack: { ...head, ...pack, cost: s.price ?? 0 } };
  if (s.kind === 'treatment' && s.label) return { treatment: { ...head, ...s.label } };
  return null;
}
