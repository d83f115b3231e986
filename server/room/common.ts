/**
 * Passphrases that are tried first by whoever tries (common practice, from memory): words of lists that were broken into, as
 * they stand there once signs and figures at their ends are left out, and what is one short thing over and over.
 */
const WORDS = `password passphrase passwort motdepasse contrasena senha haslo welcome letmein iloveyou sunshine princess
football baseball superman batman dragon monkey shadow master administrator administrador qwerty qwertz azerty
qwertyuiop qwertyuiopas qwertzuiopas azertyuiopqs asdfghjkl asdfghjklzx zxcvbnm abcdefghijkl abcdefgh trustno changeme
default kindlycrate aquarium fishroom goldfish`
  .split(/\s+/)
  .sort((a, b) => b.length - a.length);

const ROWS = [
  '0123456789012345678901234567890',
  'abcdefghijklmnopqrstuvwxyzabcdefghijklmnopqrstuvwxyz',
  'qwertyuiopasdfghjklzxcvbnm',
];

/** Whether a passphrase would be among the first that somebody tries: made of such words, of a row of keys, or of few signs. */
export function isCommon(passphrase: string): boolean {
  const plain = passphrase
    .toLowerCase()
    .replace(/@/g, 'a')
    .normalize('NFKD')
    .replace(/[\p{M}\s\p{P}\p{S}]/gu, '');
  if (new Set(plain).size < 5) return true;
  const back = [...plain].reverse().join('');
  if (ROWS.some((r) => r.includes(plain) || r.includes(back))) return true;
  let left = plain.replace(/0/g, 'o');
  for (const w of WORDS) left = left.replaceAll(w, '');
  // What is left beside such words must be worth something by itself.
  return left.length < plain.length && left.replace(/\d/g, '').length < 6;
}
