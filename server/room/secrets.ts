import { createHash, createHmac, randomBytes, randomInt, timingSafeEqual } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';

/** Letters and digits that nobody confuses when reading them aloud. */
const LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';
const CODE_LENGTH = 8;

/** A code that is typed or scanned once: eight of thirty-one letters, 39 bits. */
export const newCode = (): string =>
  Array.from({ length: CODE_LENGTH }, () => LETTERS[randomInt(LETTERS.length)]!).join('');
/** As it was typed, with spaces or small letters. */
export const plainCode = (typed: string): string => typed.toUpperCase().replace(/[^A-Z0-9]/g, '');

export const newToken = (): string => randomBytes(32).toString('base64url');
export const fingerprint = (secret: string): string => createHash('sha256').update(secret).digest('hex');

/** A token with the house’s own mark on it: `token.mark`. */
export const signed = (token: string, key: string): string =>
  `${token}.${createHmac('sha256', key).update(token).digest('base64url')}`;

/** The token of a cookie, or null where the mark is not ours. */
export function unsigned(cookie: string, key: string): string | null {
  const token = cookie.split('.')[0]!;
  const told = Buffer.from(cookie);
  const ours = Buffer.from(signed(token, key));
  return told.length === ours.length && timingSafeEqual(told, ours) ? token : null;
}

/** Argon2id at its library’s defaults: 19 MiB, two passes. */
export const hashOf = (passphrase: string): Promise<string> => hash(passphrase.normalize('NFC'));
export const isPassphrase = (told: string, stored: string): Promise<boolean> => verify(stored, told.normalize('NFC'));
