import { notFound } from 'next/navigation';
import { house } from '@/server/wiring';
import { stationOf, type Station } from './station';

/** The consignment of a route; a code that is not there is a page that is not found. */
export async function openStation(params: Promise<{ code: string }>): Promise<Station> {
  const { code } = await params;
  return stationOf(house(), code) ?? notFound();
}
