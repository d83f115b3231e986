import { readFileSync, writeFileSync } from 'node:fs';

/** Writes NOTICE: every package that runs or builds Kindly Crate, and the data and faces that come with it. */

interface Locked {
  version?: string;
  license?: string;
  dev?: boolean;
  optional?: boolean;
  devOptional?: boolean;
}

/** Credit that data sets and faces want, or that we think they should have. */
const CREDITS = `Data and faces
--------------
Public holidays: date-holidays, ISC for the program, CC BY 3.0 for the data, which were collected by its contributors,
largely from Wikipedia.
Browser support tables (used while building): caniuse-lite, CC BY 4.0, by its contributors.
Time zones of coordinates: @photostructure/tz-lookup, CC0.
Names and positions of towns: written down for this project from common knowledge, to a hundredth of a degree.
Faces: Atkinson Hyperlegible Next and Atkinson Hyperlegible Mono, Braille Institute of America; Bricolage Grotesque, its
project authors; all three under the SIL Open Font License 1.1, whose texts lie beside them in public/fonts.
Figures of fish, water, heat and packs: each with its source beside it in the code and in docs/MODEL.md.
`;

/** Packages that tell their licence only in a text of their own. */
const OWN_TEXT: Readonly<Record<string, string>> = { suncalc: 'BSD-2-Clause', 'png-js': 'MIT', jstat: 'MIT' };

export function notice(): string {
  const { packages } = JSON.parse(readFileSync('package-lock.json', 'utf8')) as { packages: Record<string, Locked> };
  const lines = Object.entries(packages)
    // Binaries of other machines are left out: which of them is installed depends on where.
    .filter(([place, p]) => place !== '' && !p.dev && !p.devOptional && !p.optional)
    .map(([place, p]) => {
      const name = place.replace(/^.*node_modules\//, '');
      return `${name} ${p.version ?? ''}, ${p.license ?? OWN_TEXT[name] ?? 'see its own text'}`;
    });
  return `Kindly Crate is built with the work of others, each under its own licence; the whole texts lie with each package in
node_modules. Optional binaries (image library, compilers) are under MIT, Apache 2.0 or LGPL 3.0 or later, as their
packages say.

Packages
--------
${[...new Set(lines)].sort().join('\n')}

${CREDITS}`;
}

if (process.argv.includes('--write')) writeFileSync('NOTICE', notice());
