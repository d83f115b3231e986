/**
 * The one door of every request, page, file, action and picture alike: who may ask at all. Pure, so that every route of a
 * build can be tried against it.
 */

import { LARGEST_PHOTO } from '@/core/consignment/file-size';
import { LARGEST_BODY } from './sizes';

/** Names by which this house is called on this machine; others come with KINDLY_HOSTS, with commas between. */
const OWN_NAMES = ['127.0.0.1', 'localhost', '[::1]'];
export const hostsOf = (env: string | undefined): ReadonlySet<string> =>
  new Set([...OWN_NAMES, ...(env ?? '').split(',').map((h) => h.trim().toLowerCase())].filter(Boolean));

export interface Asked {
  method: string;
  path: string;
  header: (name: string) => string | null;
}

export interface Refused {
  status: number;
  words: string;
}

const nameOf = (host: string): string => host.toLowerCase().replace(/:\d{1,5}$/, '');

/** What gives data to whoever reads it: lists, files, pictures, figures. */
const GIVES_DATA =
  /(^\/(photos|calendar\.ics|health|changes|queue)(\/|$))|(\/(export|confirmation|chance|backup|pdf|card)$)|(^\/(papers|certificates)\/.)/;
export const givesData = (path: string): boolean => GIVES_DATA.test(path);

/** An address whose signs stand for letters; others no page can read. */
function readable(path: string): boolean {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
}

/** Why a request is refused before any page or action runs; null where it may go on. */
export function refusalOf(asked: Asked, hosts: ReadonlySet<string>): Refused | null {
  const host = asked.header('host') ?? '';
  // A name that is not ours is a page of somebody else’s that was pointed at this machine.
  if (!hosts.has(nameOf(host))) return { status: 421, words: 'Kindly Crate is not known by this name.' };
  if (!readable(asked.path)) return { status: 400, words: 'This address does not exist.' };
  const site = asked.header('sec-fetch-site');
  const foreign = site === 'cross-site' || site === 'same-site';
  if (asked.method !== 'GET' && asked.method !== 'HEAD') {
    const origin = asked.header('origin');
    if (foreign || (origin !== `http://${host}` && origin !== `https://${host}`))
      return { status: 403, words: 'A write must come from Kindly Crate’s own pages.' };
    const length = Number(asked.header('content-length') ?? 0);
    const most = asked.path === '/photos' ? LARGEST_PHOTO : LARGEST_BODY;
    if (length > most)
      return { status: 413, words: `This is larger than ${Math.round(most / 1e6)} MB; nothing was read.` };
    return null;
  }
  // Another page may lead here, but neither frame nor read what is here.
  const leads = asked.header('sec-fetch-mode') === 'navigate' && asked.header('sec-fetch-dest') === 'document';
  return foreign && (!leads || givesData(asked.path))
    ? { status: 403, words: 'This may be read from Kindly Crate’s own pages only.' }
    : null;
}

/** What a page may load and who may frame it: ourselves, and nobody. */
export const policyOf = (nonce: string, development: boolean): string =>
  [
    `default-src 'self'`,
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${development ? ` 'unsafe-eval'` : ''}`,
    development ? `style-src 'self' 'unsafe-inline'` : `style-src 'self' 'nonce-${nonce}'`,
    `style-src-attr 'unsafe-inline'`,
    `img-src 'self' data: blob:`,
    `font-src 'self'`,
    `connect-src 'self'${development ? ' ws:' : ''}`,
    `worker-src 'self'`,
    `object-src 'none'`,
    `base-uri 'none'`,
    `form-action 'self'`,
    `frame-ancestors 'none'`,
  ].join('; ');

/** Sent with every answer. Camera, wake lock and serial ports are for ourselves, all else for nobody. */
export const headers: Readonly<Record<string, string>> = {
  'x-content-type-options': 'nosniff',
  'x-frame-options': 'DENY',
  'referrer-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy':
    'camera=(self), screen-wake-lock=(self), serial=(self), geolocation=(), microphone=(), payment=(), usb=(), bluetooth=(), midi=(), display-capture=()',
};

/** So many at once, and so many a second after that: more than every screen of a house together asks for. */
export function bucket(burst: number, perSecond: number): (nowMs: number) => boolean {
  let left = burst;
  let at = 0;
  return (nowMs) => {
    left = Math.min(burst, left + (Math.max(0, nowMs - at) / 1000) * perSecond);
    at = nowMs;
    if (left < 1) return false;
    left--;
    return true;
  };
}
