'use server';

import { z } from 'zod';
import { idText, text } from '@/core/quantities/shapes';
import { sentText, parseInput, type SentText } from '@/server/parse-input';
import { write, writeAfter } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import { plain } from '@/server/answer';
import * as forecast from './forecast';
import * as homeTest from './home-test';
import * as box from './box';
import * as road from './road';

const named = z.object({ code: idText(20), fileName: text(300) });

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
  file: SentText,
  fileName: string,
): Promise<Outcome<null>> {
  return writeAfter(
    press,
    () => sentText(file),
    (h, text) =>
      parseInput(named, { code, fileName }, (x) => plain(forecast.importForecast(h, x.code, text, x.fileName))),
  );
}
export async function refreshForecast(press: string, code: string): Promise<Outcome<null>> {
  return write(press, (h) => plain(forecast.refreshForecast(h, code)));
}
export async function typeForecast(press: string, input: forecast.DaysInput): Promise<Outcome<null>> {
  return write(press, (h) => plain(forecast.typeForecast(h, input)));
}
