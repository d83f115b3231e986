'use server';

import { write } from '@/server/write';
import type { Outcome } from '@/core/consignment/outcome';
import { plain } from '@/server/answer';
import * as certificates from './certificates';
import * as papers from './change';

export async function setLanguage(press: string, input: papers.LanguageInput): Promise<Outcome<null>> {
  return write(press, (h) => plain(papers.setLanguage(h, input)));
}
export async function saveFreight(press: string, input: papers.FreightInput): Promise<Outcome<null>> {
  return write(press, (h) => plain(papers.saveFreight(h, input)));
}
export async function issueCertificate(press: string, input: certificates.CertificateForm): Promise<Outcome<string>> {
  return write(press, (h) => certificates.issueCertificate(h, input));
}
export async function setLabelPaper(press: string, input: papers.LabelPaper): Promise<Outcome<null>> {
  return write(press, (h) => papers.setLabelPaper(h, input));
}
