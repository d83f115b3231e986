import { z } from 'zod';
import { waterFigures } from '@/core/measurement/quantities';
import { figuresSchema } from '@/core/measurement/schema';
import { fieldsOf } from './water';
import { between, lines, requiredText, text } from '@/core/quantities/shapes';
import { languageIds, languageNames } from '@/core/consignment/languages';
import { kind } from './kind';

const receiverSchema = z.object({
  name: requiredText(120, 'Give a name.'),
  phone: text(40),
  email: text(120).optional(),
  address: lines(300),
  placeId: requiredText(80, 'Choose a place.'),
  /** How they want to get the box. */
  collection: z.enum(['door', 'depot', 'counter'], { error: 'Choose how they get the box.' }),
  tanks: z
    .array(
      z.object({
        name: requiredText(40, 'Name the tank.'),
        volumeL: between(1, 20000, 'Tank volume').optional(),
        residents: z.boolean(),
        ...figuresSchema(waterFigures).shape,
      }),
    )
    .max(40),
  /** Their papers are written in it. */
  language: z.enum(languageIds).optional(),
  note: lines(2000),
});
export type Receiver = z.infer<typeof receiverSchema>;

const collectionWords = {
  door: 'At the door',
  depot: 'Held at the depot',
  counter: 'Collects at the counter',
} as const;

/** Where a box is left, inside a sentence. */
export const leftWords = {
  door: 'at the door',
  depot: 'held at the depot',
  counter: 'for collection at the counter',
} as const;

export const receivers = kind<Receiver>({
  id: 'receiver',
  slug: 'receivers',
  one: 'receiver',
  many: 'Receivers',
  about: 'Who gets fish, where, how the box is delivered, and their water.',
  schema: receiverSchema,
  fields: [
    { path: 'name', label: 'Name', type: 'text', section: 'Who', aliases: ['receiver', 'customer', 'buyer'] },
    { path: 'phone', label: 'Phone', type: 'phone', section: 'Who', aliases: ['telephone', 'mobile'] },
    { path: 'email', label: 'Mail', type: 'text', section: 'Who', optional: true, aliases: ['e-mail', 'email'] },
    { path: 'address', label: 'Address', type: 'text', section: 'Who', aliases: ['street'] },
    { path: 'placeId', label: 'Place', type: 'ref', kind: 'place', section: 'Who', aliases: ['town', 'city'] },
    {
      path: 'collection',
      label: 'Gets the box',
      type: 'choice',
      options: Object.entries(collectionWords),
      section: 'Who',
      aliases: ['delivery', 'collection'],
      hint: 'In winter a depot is better than a doorstep.',
    },
    {
      path: 'language',
      label: 'Language of papers',
      type: 'choice',
      options: Object.entries(languageNames),
      optional: true,
      section: 'Who',
      aliases: ['papers in', 'language'],
    },
    {
      path: 'tanks',
      label: 'Tanks',
      type: 'rows',
      one: 'tank',
      section: 'Their tanks and water, as they told you',
      of: [
        { path: 'name', label: 'Tank', type: 'text' },
        { path: 'volumeL', label: 'Litres', type: 'number', optional: true },
        { path: 'residents', label: 'Fish in it', type: 'yes' },
        ...fieldsOf(waterFigures),
      ],
    },
    { path: 'note', label: 'Note', type: 'long', section: 'Note', wide: true },
  ],
  blank: { phone: '', address: '', collection: 'depot', tanks: [], note: '' },
  key: (r) => `${r.name} @ ${r.placeId}`,
  name: (r) => r.name,
  detail: (r, lookup) => [lookup.label('place', r.placeId), r.phone].filter(Boolean).join(', '),
  columns: ['placeId', 'phone', 'collection', 'tanks'],
  counted: false,
});
