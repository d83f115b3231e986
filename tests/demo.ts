import { createHash } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { CLI, programOf, runCli } from './program';

/** The instant around which the demo of the tests is laid: a Tuesday afternoon. */
export const AFTERNOON = '2026-11-24T15:20:00Z';

const still = new Int32Array(new SharedArrayBuffer(4));
/** Longer than laying takes on a busy machine: who waited for so long lays it alone. */
const PATIENCE_MS = 180_000;

/** The demo of this program laid around an instant: computed once, by the first who wants it, while the others wait. */
function demoAround(instant: string): string {
  const home = path.resolve('.kindly', 'demos');
  const program = createHash('sha1')
    .update(readFileSync(programOf(CLI)))
    .digest('hex')
    .slice(0, 12);
  const kept = path.join(home, `${program}-${instant.replace(/\W/g, '')}`);
  mkdirSync(home, { recursive: true });
  const turn = `${kept}.turn`;
  for (const until = Date.now() + PATIENCE_MS; !existsSync(kept) && Date.now() < until; Atomics.wait(still, 0, 0, 200))
    try {
      mkdirSync(turn);
      break;
    } catch {
      // Somebody is at it.
    }
  if (existsSync(kept)) return kept;
  const made = mkdtempSync(path.join(home, 'making-'));
  try {
    const done = runCli(['prepare', '--demo'], {
      env: { ...process.env, NODE_ENV: 'production', KINDLY_DATA: path.join(made, 'data'), KINDLY_NOW: instant },
    });
    if (done.status !== 0) throw new Error(done.stderr);
    if (!existsSync(kept)) renameSync(path.join(made, 'data'), kept);
  } finally {
    rmSync(made, { recursive: true, force: true });
    rmSync(turn, { recursive: true, force: true });
  }
  return kept;
}

/** Copies the demo as it is laid around an instant into a folder. */
export const layDemo = (folder: string, instant = AFTERNOON): void =>
  cpSync(demoAround(instant), folder, { recursive: true });
