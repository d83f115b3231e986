import { z } from 'zod';
import { lines, requiredText, text } from '@/core/quantities/shapes';
import { provenanceSchema, speciesSchema, type Species } from '@/core/catalogue/schema';
import { fold } from './field';
import { kind } from './kind';

const figure = (what: string, min: number, max: number) =>
  z
    .number({ error: `${what} must be a number.` })
    .min(min, `${what} must be at least ${min}.`)
    .max(max, `${what} can be at most ${max}.`);
const c = (what: string) => figure(what, 0, 40);

/** Figures that carry a mark of their own: where each was taken from. */
const marked = ['temp', 'gPerCm3', 'fasting', 'metabolismFactor', 'tolerance', 'together'] as const;
export type Marked = (typeof marked)[number];

const traits = speciesSchema.shape.flags.element.options;
export const ownSpeciesSchema = z
  .object({
    name: requiredText(80, 'Give it a name.'),
    scientific: text(80).optional(),
    otherNames: text(300).optional(),
    /** Species of the catalogue that it was begun from. */
    likeId: text(80).optional(),
    water: speciesSchema.shape.water,
    kind: speciesSchema.shape.kind,
    tolerance: speciesSchema.shape.tolerance,
    temp: z.object({
      cold24C: c('The cold 24 h limit'),
      easeMinC: c('Comfortable from'),
      easeMaxC: c('Comfortable to'),
      warm24C: c('The warm 24 h limit'),
      observed: speciesSchema.shape.temp.shape.observed,
    }),
    usualC: c('The usual temperature'),
    lengthCm: figure('Length', 0.3, 120),
    gPerCm3: figure('Build', 0.001, 2),
    fasting: speciesSchema.shape.fasting,
    metabolismFactor: figure('Oxygen use', 0.01, 5),
    together: speciesSchema.shape.together,
    is: z.partialRecord(z.enum(traits), z.boolean()).optional(),
    shape: speciesSchema.shape.look.shape.shape,
    body: z.string().regex(/^#[0-9A-Fa-f]{6}$/, 'A colour looks like #3B7F9C.'),
    accent: z.string().regex(/^#[0-9A-Fa-f]{6}$/, 'A colour looks like #B5493A.'),
    marks: z.partialRecord(z.enum(marked), provenanceSchema).optional(),
    note: lines(2000).optional(),
  })
  .refine((s) => s.temp.cold24C <= s.temp.easeMinC && s.temp.easeMinC <= s.usualC, {
    path: ['temp', 'easeMinC'],
    error: 'Order, low to high: cold 24 h limit, comfortable from, usual temperature.',
  })
  .refine((s) => s.usualC <= s.temp.easeMaxC && s.temp.easeMaxC <= s.temp.warm24C, {
    path: ['temp', 'easeMaxC'],
    error: 'Order, low to high: usual temperature, comfortable to, warm 24 h limit.',
  });
export type OwnSpecies = z.infer<typeof ownSpeciesSchema>;

/** A row of one's own as the engine reads it. */
export const speciesOf = (id: string, s: OwnSpecies): Species => ({
  id,
  name: s.name,
  scientific: s.scientific ?? '',
  ...(s.otherNames ? { otherNames: s.otherNames } : {}),
  water: s.water,
  kind: s.kind,
  tolerance: s.tolerance,
  temp: s.temp,
  usualC: s.usualC,
  lengthCm: s.lengthCm,
  gPerCm3: s.gPerCm3,
  fasting: s.fasting,
  metabolismFactor: s.metabolismFactor,
  together: s.together,
  flags: traits.filter((t) => s.is?.[t]),
  look: { shape: s.shape, body: s.body, accent: s.accent },
  provenance: { other: 'memory', ...s.marks },
});

/** A new row that begins as another: everything of it but its names. */
export const likeSpecies = (name: string, like: Species): OwnSpecies => ({
  name,
  likeId: like.id,
  water: like.water,
  kind: like.kind,
  tolerance: like.tolerance,
  temp: { ...like.temp },
  usualC: like.usualC,
  lengthCm: like.lengthCm,
  gPerCm3: like.gPerCm3,
  fasting: like.fasting,
  metabolismFactor: like.metabolismFactor,
  together: like.together,
  ...(like.flags.length > 0
    ? { is: Object.fromEntries(traits.filter((t) => like.flags.includes(t)).map((t) => [t, true])) }
    : {}),
  shape: like.look.shape,
  body: like.look.body,
  accent: like.look.accent,
  marks: Object.fromEntries(marked.map((m) => [m, like.provenance[m] ?? like.provenance.other])),
});

/** Whether two rows name one species: by the scientific name, where it names one. */
export const sameSpecies = (a: Pick<Species, 'scientific'>, b: Pick<Species, 'scientific'>): boolean =>
  a.scientific.trim() !== '' && !/\bsp\.?$/.test(a.scientific.trim()) && fold(a.scientific) === fold(b.scientific);

/**
 * The catalogue with one's own rows in it. What the catalogue brings and the house has as its own is one species: the row
 * of one's own is offered, since what somebody entered outranks what was shipped; `all` keeps both, for old plans.
 */
export const withOwnSpecies = (shipped: readonly Species[], own: readonly Species[]): Species[] => [
  ...own,
  ...shipped.filter((s) => !own.some((o) => sameSpecies(o, s))),
];

/** What a row may begin from where nothing like it is known: its class, and then its size. */
export const classes: readonly { name: string; likeId: string; lengthCm: number }[] = [
  { name: 'Tiny fish, to 2.5 cm', likeId: 'ember-tetra', lengthCm: 2.2 },
  { name: 'Small community fish, 3 to 5 cm', likeId: 'lemon-tetra', lengthCm: 4 },
  { name: 'Larger community fish, 6 to 9 cm', likeId: 'boesemans-rainbowfish', lengthCm: 7.5 },
  { name: 'Livebearer', likeId: 'platy', lengthCm: 4 },
  { name: 'Armoured or bottom catfish', likeId: 'bronze-cory', lengthCm: 5 },
  { name: 'Loach', likeId: 'kuhli-loach', lengthCm: 7 },
  { name: 'Cichlid, 6 to 10 cm', likeId: 'kribensis', lengthCm: 8 },
  { name: 'Large cichlid', likeId: 'oscar', lengthCm: 14 },
  { name: 'Fish that breathes air at the surface', likeId: 'honey-gourami', lengthCm: 5 },
  { name: 'Large cool-water fish', likeId: 'goldfish', lengthCm: 12 },
  { name: 'Small sea fish', likeId: 'ocellaris-clownfish', lengthCm: 5 },
  { name: 'Large sea fish', likeId: 'yellow-tang', lengthCm: 9 },
  { name: 'Freshwater shrimp', likeId: 'cherry-shrimp', lengthCm: 2.5 },
  { name: 'Sea shrimp', likeId: 'cleaner-shrimp', lengthCm: 5 },
  { name: 'Freshwater snail', likeId: 'nerite-snail', lengthCm: 2 },
  { name: 'Coral', likeId: 'zoanthids', lengthCm: 4 },
];

const opt = <T extends string>(values: readonly T[], words: Partial<Record<T, string>> = {}) =>
  values.map((v) => [v, words[v] ?? v.replaceAll('-', ' ')] as const);
const marks: readonly (readonly [string, string])[] = [
  ['memory', '† from memory'],
  ['practice', '† common practice'],
  ['ours', '† chosen'],
  ['measured', 'measured here'],
  ['published', 'published'],
];
const mark = (m: Marked, label: string) => ({
  path: `marks.${m}`,
  label,
  section: 'Where each figure comes from',
  type: 'choice' as const,
  options: marks,
  optional: true,
});

export const ownSpecies = kind<OwnSpecies>({
  id: 'species',
  slug: 'species',
  one: 'species',
  many: 'Species',
  about: 'Your own species beside the catalogue, with every figure and its source.',
  schema: ownSpeciesSchema,
  fields: [
    { path: 'name', label: 'Name', section: 'Names', type: 'text', aliases: ['species', 'common name'] },
    {
      path: 'scientific',
      label: 'Scientific name',
      section: 'Names',
      type: 'text',
      optional: true,
      aliases: ['latin'],
    },
    {
      path: 'otherNames',
      label: 'Other names',
      section: 'Names',
      type: 'text',
      optional: true,
      wide: true,
      hint: 'Any language, separated by commas. Search finds them all.',
      aliases: ['synonyms', 'trade names'],
    },
    { path: 'likeId', label: 'Like', section: 'Names', type: 'ref', kind: 'species', optional: true },
    {
      path: 'water',
      label: 'Lives in',
      section: 'The animal',
      type: 'choice',
      options: opt(speciesSchema.shape.water.options),
    },
    {
      path: 'kind',
      label: 'Is a',
      section: 'The animal',
      type: 'choice',
      options: opt(speciesSchema.shape.kind.options),
    },
    {
      path: 'tolerance',
      label: 'Water tolerance',
      aliases: ['bears'],
      section: 'The animal',
      type: 'choice',
      options: opt(speciesSchema.shape.tolerance.options),
      hint: 'Sets limits for oxygen, CO₂ and ammonia.',
    },
    { path: 'lengthCm', label: 'Usual length', section: 'The animal', type: 'number', unit: 'cm', aliases: ['length'] },
    {
      path: 'gPerCm3',
      label: 'Build',
      section: 'The animal',
      type: 'number',
      unit: 'g/cm³',
      hint: 'Mass = this × length³. Slim 0.01, stout 0.02.',
    },
    {
      path: 'metabolismFactor',
      label: 'Oxygen use',
      section: 'The animal',
      type: 'number',
      unit: '×',
      hint: 'Compared with an average fish of its mass.',
    },
    {
      path: 'fasting',
      label: 'Gut',
      section: 'The animal',
      type: 'choice',
      options: opt(speciesSchema.shape.fasting.options),
    },
    { path: 'usualC', label: 'Kept at', section: 'Temperature', type: 'number', unit: '°C' },
    {
      path: 'temp.easeMinC',
      label: 'Comfortable from',
      section: 'Temperature',
      type: 'number',
      unit: '°C',
      aliases: ['at ease from'],
    },
    {
      path: 'temp.easeMaxC',
      label: 'Comfortable to',
      section: 'Temperature',
      type: 'number',
      unit: '°C',
      aliases: ['at ease to'],
    },
    {
      path: 'temp.cold24C',
      label: 'Tolerates for 24 h, down to',
      section: 'Temperature',
      type: 'number',
      unit: '°C',
      aliases: ['bears for a day, down to'],
    },
    {
      path: 'temp.warm24C',
      label: 'Tolerates for 24 h, up to',
      section: 'Temperature',
      type: 'number',
      unit: '°C',
      aliases: ['bears for a day, up to'],
    },
    {
      path: 'temp.observed',
      label: 'Limits from observation',
      aliases: ['limits somebody observed'],
      section: 'Temperature',
      type: 'choice',
      optional: true,
      options: opt(speciesSchema.shape.temp.shape.observed.unwrap().options, {
        cold: 'the cold one',
        warm: 'the warm one',
        both: 'both',
      }),
      hint: 'Others are a rule of thumb and less certain.',
    },
    {
      path: 'together',
      label: 'Shares a bag',
      section: 'In a bag',
      type: 'choice',
      options: opt(speciesSchema.shape.together.options, {
        alone: 'one per bag',
        pair: 'one or a pair',
        group: 'groups',
        'one-or-four': 'one, or four and more',
      }),
      formerly: { 'one to a bag': 'alone' },
    },
    ...traits.map((t) => ({
      path: `is.${t}`,
      label: t === 'breather-bag' ? 'fits breather film' : t.replaceAll('-', ' '),
      section: 'In a bag',
      type: 'yes' as const,
      optional: true,
    })),
    {
      path: 'shape',
      label: 'Shape',
      section: 'Drawing',
      type: 'choice',
      options: opt(speciesSchema.shape.look.shape.shape.options),
    },
    { path: 'body', label: 'Body colour', section: 'Drawing', type: 'text' },
    { path: 'accent', label: 'Second colour', section: 'Drawing', type: 'text' },
    mark('temp', 'Temperatures'),
    mark('gPerCm3', 'Build'),
    mark('fasting', 'Gut'),
    mark('metabolismFactor', 'Oxygen use'),
    { ...mark('tolerance', 'Tolerance'), aliases: ['what it bears'] },
    mark('together', 'Sharing a bag'),
    { path: 'note', label: 'Note', section: 'Note', type: 'long', optional: true, wide: true },
  ],
  blank: {
    water: 'fresh',
    kind: 'fish',
    tolerance: 'ordinary',
    fasting: 'small-community',
    together: 'group',
    metabolismFactor: 1,
    gPerCm3: 0.015,
    shape: 'slim',
    body: '#8FA0A8',
    accent: '#2F4F78',
  },
  key: (s) => s.name,
  name: (s) => s.name,
  detail: (s) => [s.scientific, s.otherNames].filter(Boolean).join(', '),
  columns: ['scientific', 'water', 'tolerance', 'usualC', 'lengthCm'],
  counted: false,
});
