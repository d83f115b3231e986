/** Spans of time, ms. A day here is 24 hours: days of a calendar, which clocks change, are counted by `core/calendar`. */
export const MIN = 60_000;
export const HOUR = 60 * MIN;
export const DAY = 24 * HOUR;
