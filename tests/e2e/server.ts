import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { Page } from '@playwright/test';

/** A built application on its own port and data folder, which can be killed and started again. */
export class Application {
  private child: ChildProcess | null = null;
  readonly folder = mkdtempSync(path.join(os.tmpdir(), 'kindly-e2e-'));
  readonly address: string;

  constructor(
    private readonly port: number,
    private readonly env: Record<string, string> = {},
  ) {
    this.address = `http://127.0.0.1:${port}`;
  }

  prepare(demo: boolean): void {
    const done = spawnSync('node', ['--import', 'tsx', 'cli/main.ts', 'prepare', ...(demo ? ['--demo'] : [])], {
      env: this.environment(),
      encoding: 'utf8',
    });
    if (done.status !== 0) throw new Error(done.stderr);
  }

  private environment(): NodeJS.ProcessEnv {
    return { ...process.env, NODE_ENV: 'production', KINDLY_DATA: this.folder, ...this.env };
  }

  async start(): Promise<void> {
    this.child = spawn(
      'node',
      ['node_modules/next/dist/bin/next', 'start', '-H', '127.0.0.1', '-p', String(this.port)],
      { env: this.environment(), stdio: 'ignore' },
    );
    for (let i = 0; i < 150; i++) {
      try {
        if ((await fetch(`${this.address}/species`)).ok) return;
      } catch {
        // not listening yet
      }
      await new Promise((r) => setTimeout(r, 200));
    }
    throw new Error('The application did not start within 30 seconds.');
  }

  /** kill -9: nothing gets a chance to be saved on the way out. */
  async kill(): Promise<void> {
    const child = this.child;
    if (!child || child.exitCode !== null) return;
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

/** What is typed before the page listens would be lost: the top line marks the body once it does. */
const listens = (page: Page): Promise<unknown> => page.waitForSelector('body[data-listens]');

export async function open(page: Page, address: string): Promise<void> {
  await page.goto(address, { waitUntil: 'networkidle' });
  await listens(page);
}

export async function reload(page: Page): Promise<void> {
  await page.reload();
  await listens(page);
}
