import { spawn, type ChildProcess, type SpawnSyncReturns } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { layDemo } from './demo';
import { runCli, runProgram } from './program';

/** A built application on its own port and data folder, which can be killed and started again. */
export class Application {
  private child: ChildProcess | null = null;
  /** When its clock began to run: a killed server goes on from where the time is by then. */
  private begunMs: number | null = null;
  readonly address: string;

  constructor(
    readonly port: number,
    private readonly env: Record<string, string> = {},
    readonly folder = mkdtempSync(path.join(os.tmpdir(), 'kindly-tried-')),
  ) {
    this.address = `http://127.0.0.1:${port}`;
  }

  environment(): NodeJS.ProcessEnv {
    const from = this.env.KINDLY_FROM;
    return {
      ...process.env,
      NODE_ENV: 'production',
      KINDLY_DATA: this.folder,
      ...this.env,
      ...(from === undefined || this.begunMs === null ? {} : { KINDLY_FROM: `${from}@${this.begunMs}` }),
    };
  }

  /** The command line on its folder; it is ended after `timeout` ms where one is given. */
  cli(args: readonly string[], timeout?: number): SpawnSyncReturns<string> {
    return runCli(args, { env: this.environment(), ...(timeout === undefined ? {} : { timeout }) });
  }

  /** Puts what a seed makes into its prepared folder, before the server starts; what it tells. */
  seed(entry: string, ...args: readonly string[]): string {
    const done = runProgram(entry, [this.folder, ...args], { env: this.environment() });
    if (done.status !== 0) throw new Error(done.stderr);
    return done.stdout;
  }

  /** Makes its data: empty, or the demo as it is laid around an instant, from its own clock where none is named. */
  prepare(demo: boolean, around = this.env.KINDLY_NOW ?? this.env.KINDLY_FROM): void {
    if (demo && around !== undefined) return void layDemo(this.folder, around);
    const done = this.cli(['prepare', ...(demo ? ['--demo'] : [])]);
    if (done.status !== 0) throw new Error(done.stderr);
  }

  async start(patienceMs = 30_000): Promise<void> {
    this.begunMs ??= Date.now();
    this.child = spawn('node', ['.next/serve.mjs'], {
      env: { ...this.environment(), PORT: String(this.port) },
      stdio: 'ignore',
    });
    const until = Date.now() + patienceMs;
    while (Date.now() < until) {
      if ((await fetch(`${this.address}/health`).catch(() => null))?.ok) return;
      await new Promise((r) => setTimeout(r, 60));
    }
    throw new Error(`The application did not start within ${patienceMs / 1000} seconds.`);
  }

  /** kill -9: nothing gets a chance to be saved on the way out. */
  async kill(): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((r) => child.once('exit', r));
    child.kill('SIGKILL');
    await gone;
    this.child = null;
  }

  async end(): Promise<void> {
    await this.kill();
    rmSync(this.folder, { recursive: true, force: true });
  }
}
