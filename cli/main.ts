import { existsSync, readFileSync, statSync } from 'node:fs';
import { Command } from 'commander';
import { readConsignment, type Problem } from '@/core/consignment/schema';
import { seedDemo } from '@/server/demo';
import { dataFolder, openDatabase } from '@/server/db/open';
import { tryEvaluate } from '@/server/result';
import { LARGEST_FILE } from '@/server/usecases/packing';
import { unknownRows } from '@/server/usecases/order';
import { runReferenceFile } from './check/run';
import { curvesOf, summaryOf } from './simulate';

// A reader that closes early (head, less) is not an error.
process.stdout.on('error', (e: NodeJS.ErrnoException) => process.exit(e.code === 'EPIPE' ? 0 : 1));

const fail = (sentence: string): never => {
  process.stderr.write(`${sentence}\n`);
  process.exit(1);
};

function textOf(file: string): string {
  if (!existsSync(file)) return fail(`There is no file ${file}.`);
  const { size } = statSync(file);
  if (size > LARGEST_FILE) return fail(`${file} has ${(size / 1e6).toFixed(0)} MB; 3 MB is the most that is read.`);
  return readFileSync(file, 'utf8');
}

function jsonOf(file: string): unknown {
  const text = textOf(file);
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    return fail(`${file} is not a JSON file: ${(error as Error).message}.`);
  }
}

const lines = (file: string, problems: Problem[]): string =>
  problems.map((p) => `${file}: ${p.path}: ${p.message}`).join('\n');

const program = new Command('kindly').exitOverride();

program
  .command('check')
  .argument('<files...>')
  .action((files: string[]) => {
    let passed = 0;
    let failed = 0;
    for (const file of files) {
      let results: ReturnType<typeof runReferenceFile>;
      try {
        results = runReferenceFile(textOf(file));
      } catch (error) {
        return fail(`${file} is not a file of reference cases: ${(error as Error).message.split('\n')[0]}`);
      }
      for (const r of results) {
        process.stdout.write(`${r.passed ? 'passed' : 'failed'} ${r.id}${r.passed ? '' : `: ${r.why}`}\n`);
        if (r.passed) passed++;
        else failed++;
      }
    }
    process.stdout.write(`${passed} passed, ${failed} failed\n`);
    if (failed > 0 || passed === 0) process.exitCode = 1;
  });

program
  .command('simulate')
  .argument('<file>')
  .option('--json', 'all curves and assumptions')
  .option('--forecast <file>', 'a consignment file or a forecast object whose forecast is used instead')
  .action((file: string, options: { json?: boolean; forecast?: string }) => {
    let json = jsonOf(file);
    if (options.forecast) {
      const other = jsonOf(options.forecast) as { forecast?: unknown };
      json = { ...(json as object), forecast: other.forecast ?? other };
    }
    const read = readConsignment(json);
    if (!read.ok) return fail(lines(file, read.problems));
    const unknown = unknownRows(read.value);
    if (unknown.length > 0) return fail(lines(file, unknown));
    const evaluated = tryEvaluate(read.value);
    if (!evaluated.ok) return fail(lines(file, evaluated.problems));
    process.stdout.write(
      options.json
        ? `${JSON.stringify(curvesOf(read.value, evaluated.value))}\n`
        : summaryOf(read.value, evaluated.value),
    );
  });

/** Makes and migrates the database before the server starts; `--demo` fills an empty one. */
program
  .command('prepare')
  .option('--demo')
  .action((options: { demo?: boolean }) => {
    const folder = dataFolder();
    if (options.demo) seedDemo(folder);
    else openDatabase(folder).close();
  });

try {
  program.parse();
} catch (error) {
  const code = (error as { exitCode?: number }).exitCode;
  if (code === undefined) fail(error instanceof Error ? error.message : String(error));
  process.exitCode = code === 0 ? 0 : 1;
}
