'use server';

import { write } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import { plain } from '@/server/answer';
import * as forecast from './forecast';
import * as homeTest from './home-test';
import * as box from './box';
import * as road from './road';

export async function changeBox(press: string, input: box.BoxInput): Promise<Outcome<null>> {
  return write(press, (h) => plain(box.changeBox(h, input)));
}
export async function saveRoad(press: string, input: road.RoadInput): Promise<Outcome<null>> {
  return write(press, (h) => plain(road.saveRoad(h, input)));
}
export async function saveTest(press: string, input: homeTest.TestInput): Promise<Outcome<null>> {
  return write(press, (h) => plain(homeTest.saveTest(h, input)));
}
export async function importForecast(
  press: string,
  code: string,
  text: string,
  fileName: string,
): Promise<Outcome<null>> {
  return write(press, (h) => plain(forecast.importForecast(h, code, text, fileName)));
}
export async function refreshForecast(press: string, code: string): Promise<Outcome<null>> {
  return write(press, (h) => plain(forecast.refreshForecast(h, code)));
}
export async function typeForecast(press: string, input: forecast.DaysInput): Promise<Outcome<null>> {
  return write(press, (h) => plain(forecast.typeForecast(h, input)));
}
