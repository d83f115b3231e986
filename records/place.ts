import { z } from 'zod';
import { placeSchema } from '@/core/consignment/schema';
import { kind } from './kind';

/** A place with its country, whose public holidays hold there. */
const placeRecordSchema = placeSchema.extend({
  country: z
    .string({ error: 'A country is two letters, such as EE.' })
    .regex(/^[A-Z]{2}$/, 'A country is two letters, such as EE.'),
});
export type PlaceRecord = z.infer<typeof placeRecordSchema>;

export const places = kind<PlaceRecord>({
  id: 'place',
  slug: 'places',
  one: 'place',
  many: 'Places',
  about: 'Towns with coordinates (weather, sun), time zone and public holidays.',
  schema: placeRecordSchema,
  fields: [
    { path: 'name', label: 'Name', type: 'text', aliases: ['town', 'city', 'place'] },
    {
      path: 'country',
      label: 'Country',
      type: 'text',
      hint: 'Two letters, such as EE. Sets the public holidays.',
      aliases: ['country code'],
    },
    {
      path: 'region',
      label: 'Region',
      type: 'text',
      optional: true,
      hint: 'Only where holidays differ inside the country, such as BY.',
      aliases: ['state'],
    },
    { path: 'lat', label: 'Latitude', type: 'number', unit: '°', hint: 'North is positive.', aliases: ['lat'] },
    {
      path: 'lon',
      label: 'Longitude',
      type: 'number',
      unit: '°',
      hint: 'East is positive.',
      aliases: ['lon', 'lng', 'long'],
    },
    {
      path: 'altitudeM',
      label: 'Height',
      type: 'number',
      unit: 'm',
      optional: true,
      hint: 'Higher places have less oxygen. Empty: sea level.',
      aliases: ['altitude', 'elevation'],
    },
    {
      path: 'zone',
      label: 'Time zone',
      type: 'text',
      hint: 'Empty: from the coordinates.',
      aliases: ['timezone', 'tz'],
    },
  ],
  blank: { zone: '' },
  key: (p) => `${p.name}, ${p.country}`,
  name: (p) => p.name,
  detail: (p) => `${p.country}, ${p.zone}`,
  columns: ['country', 'lat', 'lon', 'altitudeM', 'zone'],
  counted: false,
});
