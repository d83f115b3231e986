import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { Application } from '../application';

/** What a browser would do to a built application, without one: pages, files and every server action by its name. */

interface Manifest {
  node: Record<string, { exportedName: string; filename: string; workers: Record<string, unknown> }>;
}

export interface Action {
  id: string;
  name: string;
  file: string;
  /** Pages from which it may be called, as a browser asks for them. */
  pages: string[];
}

/** The address of a page of the build, with something of the demo for each part that is named. */
const addressOf = (page: string): string =>
  page
    .replace(/^app/, '')
    .replace(/\/page$/, '')
    .replace(/\/\([a-z]+\)/g, '')
    .replace('[code]', 'KC-0101')
    .replace('[kind]', 'receivers')
    .replace('[id]', 'x') || '/';

/** Every server action of the build: a new one cannot be forgotten. */
export function actionsOfBuild(): Action[] {
  const manifest = JSON.parse(readFileSync('.next/server/server-reference-manifest.json', 'utf8')) as Manifest;
  return Object.entries(manifest.node).map(([id, a]) => ({
    id,
    name: a.exportedName,
    file: a.filename,
    pages: Object.keys(a.workers).map(addressOf),
  }));
}

/** Every route of the build, as its file is called: `/consignments/[code]/bag`. */
export function routesOfBuild(): string[] {
  const manifest = JSON.parse(readFileSync('.next/app-path-routes-manifest.json', 'utf8')) as Record<string, string>;
  return [...new Set(Object.values(manifest))].filter((r) => !r.startsWith('/_')).sort();
}

export interface Answer {
  status: number;
  /** What the action returned; undefined where the answer was none of an action. */
  value: { ok: boolean; value?: unknown; problems?: { path: string; message: string }[] } | undefined;
  text: string;
}

export const newPress = (): string => randomBytes(16).toString('hex');

export class Server extends Application {
  private readonly actions = new Map(actionsOfBuild().map((a) => [a.name, a]));

  get names(): string[] {
    return [...this.actions.keys()];
  }

  /** Calls a server action as React does: its arguments as JSON, its outcome in the second row of the answer. */
  async call(name: string, ...args: unknown[]): Promise<Answer> {
    return this.callRaw(name, JSON.stringify(args));
  }

  /** The same with files among its arguments, which React sends beside them. */
  async callWithFile(name: string, ...args: unknown[]): Promise<Answer> {
    const form = new FormData();
    let n = 0;
    const told = JSON.stringify(args, (_, v: unknown) => {
      if (!(v instanceof Blob)) return v;
      form.append(String(++n), v);
      return `$B${n.toString(16)}`;
    });
    form.append('0', told);
    return this.callRaw(name, form);
  }

  async callRaw(name: string, body: string | FormData, headers: Record<string, string> = {}): Promise<Answer> {
    const action = this.actions.get(name);
    if (!action) throw new Error(`There is no action ${name}.`);
    const response = await fetch(`${this.address}${action.pages[0]!}`, {
      method: 'POST',
      headers: {
        'next-action': action.id,
        ...(typeof body === 'string' ? { 'content-type': 'text/plain;charset=UTF-8' } : {}),
        accept: 'text/x-component',
        origin: this.address,
        ...headers,
      },
      body,
      redirect: 'manual',
    });
    const text = await response.text();
    const row = /^1:(.*)$/m.exec(text)?.[1];
    let value: Answer['value'];
    try {
      value = row === undefined ? undefined : (JSON.parse(row) as Answer['value']);
    } catch {
      value = undefined;
    }
    return { status: response.status, value, text };
  }

  async get(where: string, headers: Record<string, string> = {}): Promise<{ status: number; text: string }> {
    const response = await fetch(`${this.address}${where}`, { headers, redirect: 'manual' });
    return { status: response.status, text: await response.text() };
  }
}
