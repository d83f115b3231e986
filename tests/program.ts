import { spawnSync, type SpawnSyncReturns } from 'node:child_process';
import { createHash } from 'node:crypto';
import { rmSync } from 'node:fs';
import path from 'node:path';

export const CLI = 'cli/main.ts';

const bundles = new Map<string, string>();

/** A program of the house as `./kindly` runs it: bundled once a process, so that it starts in half the time. */
export function programOf(entry: string): string {
  const made = bundles.get(entry);
  if (made) return made;
  const out = path.resolve(
    '.kindly',
    'programs',
    `${createHash('sha1').update(entry).digest('hex')}-${process.pid}.mjs`,
  );
  const done = spawnSync('scripts/bundle.sh', [entry, out], { encoding: 'utf8' });
  if (done.status !== 0) throw new Error(done.stderr);
  process.once('exit', () => rmSync(out, { force: true }));
  bundles.set(entry, out);
  return out;
}

/** Runs it to its end, or for `timeout` ms. */
export const runProgram = (
  entry: string,
  args: readonly string[],
  { env = process.env, timeout }: { env?: NodeJS.ProcessEnv; timeout?: number } = {},
): SpawnSyncReturns<string> =>
  spawnSync('node', [programOf(entry), ...args], {
    env,
    encoding: 'utf8',
    maxBuffer: 1e8,
    ...(timeout === undefined ? {} : { timeout, killSignal: 'SIGKILL' }),
  });

export const runCli = (
  args: readonly string[],
  options: Parameters<typeof runProgram>[2] = {},
): SpawnSyncReturns<string> => runProgram(CLI, args, options);
