import { stopsOf } from '@/core/acclimation/tank-stops';
import type { MethodId } from '@/core/acclimation/vessel';
import type { LaneStops } from '@/server/concerns/receiving';
import { stopWords, weeksStopWords } from '@/words/en/tank-stops';

/** What stops a lane and what to do instead; by a method that brings the tank to the bag not its salinity. */
export function laneStopWords({ water, weeks }: LaneStops, method?: MethodId) {
  const stops = water.map((x) => x.stop);
  const stays = method === undefined ? stops : stopsOf(stops, method);
  return [
    ...water.filter((x) => stays.includes(x.stop)).map((x) => stopWords(x.stop, x.tank)),
    ...weeks.map(weeksStopWords),
  ];
}
