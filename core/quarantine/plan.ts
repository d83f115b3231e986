/** Four weeks of daily duties after arrival (common practice; editable later). Day 1 is the day of arrival. */
export interface Duty {
  key: string;
  day: number;
  /** Hour of the local day. */
  hour: number;
  kind: 'lights' | 'feed' | 'test' | 'water' | 'look' | 'release';
  title: string;
  detail: string;
  minutes: number;
}

export const QUARANTINE_DAYS = 28;

export function quarantinePlan(o: { volumeL: number; invertebrates: boolean; fasting: 'short' | 'long' }): Duty[] {
  const duties: Duty[] = [];
  const add = (day: number, hour: number, kind: Duty['kind'], title: string, detail: string, minutes: number): void =>
    void duties.push({ key: `${day}-${kind}`, day, hour, kind, title, detail, minutes });
  const change = Math.round(o.volumeL * 0.3);
  const foodless = o.fasting === 'long' ? 3 : 1;
  for (let day = 1; day <= QUARANTINE_DAYS; day++) {
    if (day <= 2) add(day, 9, 'lights', 'Keep the lights down', 'Dim room, cover over the glass. No handling.', 2);
    if (day <= foodless) add(day, 10, 'feed', 'No food today', 'They arrive empty and stay so: less ammonia.', 1);
    else
      add(
        day,
        10,
        'feed',
        'Feed a little',
        'What they clear in one minute; small food, live or frozen for shy eaters.',
        5,
      );
    if (day <= 7)
      add(
        day,
        18,
        'test',
        'Test ammonia, nitrite, nitrate, pH',
        'Ammonia and nitrite at 0. Above that, change water now.',
        8,
      );
    else if (day % 4 === 0) add(day, 18, 'test', 'Test ammonia and nitrite', 'Both at 0.', 6);
    if (day === 2 || (day > 2 && day % 4 === 2))
      add(day, 19, 'water', `Change ${change} L`, 'Prepared water at the same temperature. Own siphon and bucket.', 25);
    add(
      day,
      17,
      'look',
      day === 1 ? 'Look once, from afar' : 'Look for five minutes',
      'Breathing, fins, spots, appetite. Write down what you see.',
      5,
    );
    if (day === QUARANTINE_DAYS)
      add(
        day,
        20,
        'release',
        'Decide on release',
        o.invertebrates
          ? 'Whole, moving and feeding?'
          : '14 days without a sign, eating, tests at 0? Least aggressive first, lights off.',
        15,
      );
  }
  return duties;
}
