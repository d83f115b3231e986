'use server';

import { write } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import { plain } from '@/server/answer';
import * as papers from './change';

export async function setLanguage(press: string, input: papers.LanguageInput): Promise<Outcome<null>> {
  return write(press, (h) => plain(papers.setLanguage(h, input)));
}
export async function saveFreight(press: string, input: papers.FreightInput): Promise<Outcome<null>> {
  return write(press, (h) => plain(papers.saveFreight(h, input)));
}
