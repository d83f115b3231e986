import { z } from 'zod';
import { date, idText, requiredText } from '@/core/quantities/shapes';

/** A day on which nobody works in a country, as an open library gives them: they come in as data. */
const holidaySchema = z.object({
  date: date(),
  name: idText(),
  /** Name of the place whose zone and country it holds for. */
  place: idText(),
});
export type Holiday = z.infer<typeof holidaySchema>;

/** Days on which live animals are not sent, whoever the carrier: peak season, frost warnings, strikes. */
const embargoSchema = z.object({
  from: date(),
  to: date(),
  /** One service, or all of them. */
  serviceId: idText().nullable(),
  reason: requiredText(120, 'Give a reason.'),
});
export const calendarSchema = z.object({
  holidays: z.array(holidaySchema).max(2000),
  embargoes: z.array(embargoSchema).max(200),
});
export type Calendar = z.infer<typeof calendarSchema>;
