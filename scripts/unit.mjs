// Unit and reference tests, each bundled with what it imports: a suite then loads in a fraction of the time that some
// hundreds of files take in a sandbox of their own. `npm run unit -- PATTERN` runs some; `npx jest PATTERN` runs from sources.
import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { build } from 'esbuild';

const out = '.kindly/units';
rmSync(out, { recursive: true, force: true });
const floors = ['core', 'words', 'records', 'server', 'standins', 'cli', 'ui', 'tests', 'app', 'workers'];
await build({
  entryPoints: floors.map((f) => `${f}/**/*.test.ts`),
  outdir: out,
  outbase: '.',
  bundle: true,
  platform: 'node',
  format: 'cjs',
  target: 'node20',
  alias: { '@': process.cwd(), 'server-only': `${process.cwd()}/tests/server-only.ts` },
  // The generator of cases is seeded in every bundle.
  inject: ['tests/seed.ts'],
  external: [
    'better-sqlite3',
    '@node-rs/argon2',
    'sharp',
    'esbuild',
    'next',
    'date-holidays',
    'pdfkit',
    'maxrects-packer',
  ],
  logLevel: 'error',
});
process.exit(
  spawnSync('npx', ['jest', '-c', 'tests/units.jest.cjs', ...process.argv.slice(2)], { stdio: 'inherit' }).status ?? 1,
);
