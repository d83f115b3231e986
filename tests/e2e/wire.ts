import net from 'node:net';
import path from 'node:path';
import type { Browser, Locator, Page } from '@playwright/test';
import Database from 'better-sqlite3';
import type { Application } from './server';

/** A wire between a phone and the house, which can be cut: what is under way breaks off, what comes is refused. */
export class Wire {
  private whole = true;
  private readonly sockets = new Set<net.Socket>();
  private readonly server = net.createServer((phone) => {
    if (!this.whole) return void phone.destroy();
    const house = net.connect(this.app.port, '127.0.0.1');
    for (const s of [phone, house]) {
      this.sockets.add(s);
      s.on('error', () => s.destroy());
      s.on('close', () => {
        this.sockets.delete(s);
        phone.destroy();
        house.destroy();
      });
    }
    phone.pipe(house).pipe(phone);
  });
  address = '';
  constructor(private readonly app: Application) {}
  async lay(): Promise<this> {
    await new Promise<void>((r) => this.server.listen(0, '127.0.0.1', r));
    this.address = `http://127.0.0.1:${(this.server.address() as net.AddressInfo).port}`;
    return this;
  }
  cut(): void {
    this.whole = false;
    for (const s of this.sockets) s.destroy();
  }
  mend(): void {
    this.whole = true;
  }
  end(): void {
    this.cut();
    this.server.close();
  }
}

/** Lets a phone in by a code, as a helper of a name. */
export async function phoneOf(app: Application, browser: Browser, wire: Wire, name: string): Promise<Page> {
  const told = app.cli(['room', '--name', name, '--as', 'helper']);
  const code = /with the code (\w+),/.exec(told.stdout)![1]!;
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const page = await context.newPage();
  await page.goto(`${wire.address}/door?code=${code}`);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.waitForURL(`${wire.address}/`);
  return page;
}

/** Presses that a phone still holds. */
export const held = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const asked = indexedDB.open('kindly-crate');
        asked.onsuccess = () => {
          const all = asked.result.transaction('presses').objectStore('presses').count();
          all.onsuccess = () => resolve(all.result);
        };
      }),
  );

/** Reads the database of an application while it runs. */
export function inDatabase<T>(app: Application, read: (db: Database.Database) => T): T {
  const db = new Database(path.join(app.folder, 'kindly-crate.db'), { readonly: true });
  try {
    return read(db);
  } finally {
    db.close();
  }
}

export const wait = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms));
const seconds = (text: string): number => text.split(':').reduce((s, x) => s * 60 + Number(x), 0);

/** When a countdown on a screen ends, s: its words and the clock read in one moment, however busy the machine is. */
export async function endsAt(timer: Locator): Promise<number> {
  const [words, ms] = await timer.evaluate((e): [string, number] => [(e as HTMLElement).innerText, Date.now()]);
  return seconds(words) + ms / 1000;
}
