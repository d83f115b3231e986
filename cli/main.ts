import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmdirSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { Command } from 'commander';
import { unknownRows } from '@/core/consignment/validate';
import { asOf } from '@/core/duties/road';
import { evaluation } from '@/core/evaluate/evaluate';
import { readConsignment } from '@/core/consignment/file';
import { problemsOf, type Problem } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import { calendarSchema, type Calendar } from '@/core/calendar/schema';
import { emptyCalendar } from '@/core/calendar/calendar';
import { seedDemo } from '@/server/demo';
import { holderOf, isDemoFolder, markDemo, whileHeld } from '@/server/db/lock';
import { databaseFile } from '@/server/db/watch';
import { dataFolder, makeFolder, openDatabase } from '@/server/db/open';
import { catalogueOf, tryEvaluate, plainSurroundings } from '@/server/consignment/result';
import { LARGEST_FILE } from '@/core/consignment/file-size';
import { backupCommand, doctorCommand, moveDemoAside, restoreCommand } from './data';
import { troubleOf } from '@/server/trouble';
import { forgetCommand, roomCommand } from './room';
import { runReferenceFile } from './check/run';
import { planText } from './plan';
import { curvesOf, summaryOf } from './simulate';

// A reader that closes early (head, less) is not an error.
process.stdout.on('error', (e: NodeJS.ErrnoException) => process.exit(e.code === 'EPIPE' ? 0 : 1));

const fail = (sentence: string): never => {
  process.stderr.write(`${sentence}\n`);
  process.exit(1);
};

/** The text of a file, or of what is piped in where `-` stands for it. */
function textOf(file: string): string {
  if (file === '-') return readFileSync(0, 'utf8');
  if (!existsSync(file)) return fail(`There is no file ${file}.`);
  const { size } = statSync(file);
  if (size > LARGEST_FILE) return fail(`${file} has ${(size / 1e6).toFixed(0)} MB; the limit is 3 MB.`);
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

/** A consignment file, with another forecast where one is given; says every problem by its field and ends. */
function consignmentOf(file: string, forecastFile: string | undefined): Consignment {
  let json = jsonOf(file);
  if (forecastFile) {
    const other = jsonOf(forecastFile) as { forecast?: unknown };
    json = { ...(json as object), forecast: other.forecast ?? other };
  }
  const read = readConsignment(json);
  if (!read.ok) return fail(lines(file, read.problems));
  const unknown = unknownRows(read.value, catalogueOf(read.value, plainSurroundings));
  return unknown.length > 0 ? fail(lines(file, unknown)) : read.value;
}

const wholeNumber = (text: string): number => {
  const n = Number(text);
  if (!(Number.isInteger(n) && n >= 0 && n <= 20000)) return fail(`"${text}" is not a number of runs from 0 to 20000.`);
  return n;
};

/** "A1@12": an animal of bag A1 dies 12 h after sealing. */
function deathOf(text: string, c: Consignment): { bagId: string; atH: number } {
  const [bagId = '', hours = ''] = text.split('@');
  if (!c.bags.some((b) => b.id === bagId))
    return fail(`There is no bag "${bagId}"; there are ${c.bags.map((b) => b.id).join(', ')}.`);
  if (!(hours !== '' && Number(hours) >= 0))
    return fail(`Write the death as ${bagId}@12: bag, @, hours after sealing.`);
  return { bagId, atH: Number(hours) };
}

/** A consignment as somebody knows it who looks at an instant. */
function lookedAt(c: Consignment, instant: string | undefined): Consignment {
  if (instant === undefined) return c;
  const ms = Date.parse(instant);
  return Number.isNaN(ms) ? fail(`${instant} is not a time; write it as 2026-11-25T06:00:00Z.`) : asOf(c, ms);
}

program
  .command('simulate')
  .argument('<file>')
  .option('--json', 'all curves and assumptions')
  .option('--forecast <file>', 'a shipment file or a forecast object whose forecast is used instead')
  .option('--draws <n>', 'simulated trips, with varying weather, delays, fish and packs', wholeNumber, 200)
  .option('--as-of <instant>', 'as known at that time: scans after it are ignored')
  .option('--death <bag@hours>', 'what if an animal in that bag dies this many hours after sealing')
  .action(
    (file: string, options: { json?: boolean; forecast?: string; draws: number; death?: string; asOf?: string }) => {
      const c = lookedAt(consignmentOf(file, options.forecast), options.asOf);
      const deaths = options.death === undefined ? [] : [deathOf(options.death, c)];
      const evaluated = tryEvaluate(plainSurroundings, c, { draws: options.draws, deaths });
      if (!evaluated.ok) return fail(lines(file, evaluated.problems));
      process.stdout.write(
        options.json ? `${JSON.stringify(curvesOf(c, evaluated.value))}\n` : summaryOf(c, evaluated.value),
      );
    },
  );

interface PlanOptions {
  json?: boolean;
  forecast?: string;
  draws: number;
  days: number;
  calendar?: string;
}

function calendarOf(file: string): Calendar {
  const read = calendarSchema.safeParse(jsonOf(file));
  return read.success ? read.data : fail(lines(file, problemsOf(read.error)));
}

/** Ship days start with the day of the planned hand-over: a file knows no other now. */
program
  .command('plan')
  .argument('<file>')
  .option('--json', 'every option of every chooser')
  .option('--forecast <file>', 'a shipment file or a forecast object whose forecast is used instead')
  .option('--draws <n>', 'simulated trips per option', wholeNumber, 200)
  .option('--days <n>', 'ship days to compare', wholeNumber, 10)
  .option('--calendar <file>', 'holidays and embargoes, as in examples/calendar/winter.json')
  .action((file: string, options: PlanOptions) => {
    const c = consignmentOf(file, options.forecast);
    const calendar = options.calendar === undefined ? emptyCalendar : calendarOf(options.calendar);
    const { draws } = options;
    const work = evaluation(c, catalogueOf(c, plainSurroundings), c.forecast, {
      draws,
      causes: true,
      calendar,
      choosers: {
        packs: { boxId: null, draws },
        bags: true,
        days: { fromMs: Date.parse(c.handOverAt) - 12 * 3600_000, days: Math.min(31, options.days), draws },
      },
    });
    let step = work.next();
    while (!step.done) {
      if (process.stderr.isTTY) process.stderr.write(`\r${step.value.stage} ${step.value.done} of ${step.value.of}   `);
      step = work.next();
    }
    if (process.stderr.isTTY) process.stderr.write('\r\u001b[K');
    if (!step.value.ok) return fail(lines(file, step.value.problems));
    const e = step.value.value;
    process.stdout.write(
      options.json
        ? `${JSON.stringify({ code: c.code, risk: e.risk, packs: e.packs, bagPlans: e.bagPlans, days: e.days })}\n`
        : planText(c, e),
    );
  });

/** Makes and migrates the database before the server starts; `--demo` fills an empty one. */
program
  .command('prepare')
  .option('--demo')
  .action((options: { demo?: boolean }) => {
    const folder = dataFolder();
    const held = holderOf(folder);
    if (held) return fail(`Kindly Crate already runs on ${folder} (process ${held.pid}). Stop that one first.`);
    if (options.demo) return demoFolder(folder);
    makeFolder(folder);
    whileHeld(folder, nowIso(), () => openDatabase(folder).close());
  });

/** A demo is made beside its place and moved there whole: an interrupted one leaves nothing half made. */
function demoFolder(folder: string): void {
  if (existsSync(databaseFile(folder))) return seedDemo(folder);
  const draft = `${folder}.making`;
  if (existsSync(draft) && !isDemoFolder(draft)) return fail(`${draft} is in the way: move it aside first.`);
  rmSync(draft, { recursive: true, force: true });
  mkdirSync(draft, { recursive: true, mode: 0o700 });
  markDemo(draft);
  seedDemo(draft, undefined, (words) => process.stderr.write(`Making the demo fish room: ${words} …\n`));
  if (!existsSync(folder) || readdirSync(folder).length === 0) {
    if (existsSync(folder)) rmdirSync(folder);
    return renameSync(draft, folder);
  }
  // Beside what lies there already: the database comes last, so that it is never there without its pictures.
  const last = path.basename(databaseFile(folder));
  for (const name of readdirSync(draft).sort((x, y) => +(x === last) - +(y === last)))
    renameSync(path.join(draft, name), path.join(folder, name));
  rmSync(draft, { recursive: true, force: true });
}

const nowIso = (): string => new Date().toISOString();

program
  .command('clear-demo')
  .option('--yes')
  .action(async (options: { yes?: boolean }) => {
    const aside = await moveDemoAside(dataFolder(), options.yes === true, nowIso());
    if (aside) process.stderr.write(`The earlier demo is in ${aside}; you can delete it.\n`);
  });

program
  .command('backup')
  .argument('[file]')
  .action(async (file: string | undefined) => {
    process.stdout.write(`${await backupCommand(dataFolder(), file, nowIso())}\n`);
  });
program
  .command('restore')
  .argument('<file>')
  .action((file: string) => {
    const piped = file === '-' ? path.join(mkdtempSync(path.join(os.tmpdir(), 'kindly-restore-')), 'backup') : null;
    if (piped) writeFileSync(piped, readFileSync(0), { mode: 0o600 });
    try {
      const words = restoreCommand(dataFolder(), piped ?? file, nowIso());
      process.stdout.write(`${piped ? words.replace(piped, 'What was piped in') : words}\n`);
    } finally {
      if (piped) rmSync(path.dirname(piped), { recursive: true });
    }
  });
program.command('doctor').action(() => {
  const { text, well } = doctorCommand(dataFolder(), Date.now());
  process.stdout.write(`${text}\n`);
  if (!well) process.exitCode = 1;
});

program
  .command('room')
  .option('--name <name>', 'who uses the phone', 'Helper')
  .option('--as <role>', 'owner, helper or viewer', 'helper')
  .action(async (options: { name: string; as: string }) => {
    process.stdout.write(`${await roomCommand(dataFolder(), options, Number(process.env.PORT ?? 3210))}\n`);
  });
program
  .command('passphrase')
  .option('--forget')
  .action((options: { forget?: boolean }) => {
    if (!options.forget) return fail('Set a passphrase under Settings, People and phones. Remove it with --forget.');
    process.stdout.write(`${forgetCommand(dataFolder())}\n`);
  });

program.parseAsync().catch((error: unknown) => {
  const code = (error as { exitCode?: number }).exitCode;
  if (code === undefined) fail(troubleOf(error) ?? (error instanceof Error ? error.message : String(error)));
  process.exitCode = code === 0 ? 0 : 1;
});
