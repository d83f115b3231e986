import { z } from 'zod';

/** A day on which nobody works in a country, as an open library gives them: they come in as data. */
export const holidaySchema = z.object({
  date: z.iso.date('Write the date as 2026-12-25.'),
  name: z.string().min(1),
  /** Name of the place whose zone and country it holds for. */
  place: z.string().min(1),
});
export type Holiday = z.infer<typeof holidaySchema>;

/** Days on which live animals are not sent, whoever the carrier: peak season, frost warnings, strikes. */
export const embargoSchema = z.object({
  from: z.iso.date(),
  to: z.iso.date(),
  /** One service, or all of them. */
  serviceId: z.string().nullable(),
  reason: z.string().min(1),
});
export type Embargo = z.infer<typeof embargoSchema>;

export const calendarSchema = z.object({
  holidays: z.array(holidaySchema).max(2000),
  embargoes: z.array(embargoSchema).max(200),
});
export type Calendar = z.infer<typeof calendarSchema>;
