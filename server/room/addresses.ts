import { isIPv4 } from 'node:net';
import os from 'node:os';

/** Addresses of a private network: whoever can reach them is in the house, or was let into its network. */
const PRIVATE = /^(10\.|192\.168\.|172\.(1[6-9]|2\d|3[01])\.|169\.254\.)/;

/**
 * The addresses of this machine in the networks it is in, IPv4; public ones are never served unless somebody names them in
 * KINDLY_ADDRESSES, with commas between.
 */
export const addressesNow = (interfaces = os.networkInterfaces(), named = process.env.KINDLY_ADDRESSES): string[] =>
  named
    ? named
        .split(',')
        .map((a) => a.trim())
        .filter((a) => isIPv4(a))
        .sort()
    : Object.values(interfaces)
        .flatMap((list) => list ?? [])
        .filter((a) => a.family === 'IPv4' && !a.internal && PRIVATE.test(a.address))
        .map((a) => a.address)
        .sort();

/** The names a phone may use besides: as the machine calls itself in its network. */
export const namesNow = (hostname = os.hostname()): string[] => {
  const name = hostname.toLowerCase().replace(/\.local$/, '');
  return /^[a-z0-9-]{1,63}$/.test(name) ? [`${name}.local`] : [];
};
