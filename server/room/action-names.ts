import { readFileSync } from 'node:fs';
import path from 'node:path';

interface Manifest {
  node?: Record<string, { exportedName?: string }>;
}
let known: ReadonlyMap<string, string> | null = null;

/** The name of a server action by the identifier a browser sends; null where the build has none. */
export function actionName(id: string): string | null {
  if (known === null)
    try {
      const file = path.join(/* turbopackIgnore: true */ process.cwd(), '.next/server/server-reference-manifest.json');
      const manifest = JSON.parse(readFileSync(file, 'utf8')) as Manifest;
      known = new Map(Object.entries(manifest.node ?? {}).map(([k, a]) => [k, a.exportedName ?? '']));
    } catch {
      known = new Map();
    }
  return known.get(id) ?? null;
}
