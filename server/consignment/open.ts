import { notFound } from 'next/navigation';
import { figuresReady } from '@/server/jobs/thinker';
import { house } from '@/server/wiring';
import { stationOf, type Station } from './station';

/** The consignment of a route; a code that is not there is a page that is not found. */
export async function openStation(params: Promise<{ code: string }>): Promise<Station> {
  const { code } = await params;
  await figuresReady(house(), code);
  return stationOf(house(), code) ?? notFound();
}
