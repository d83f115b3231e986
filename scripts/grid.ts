import { writeFileSync } from 'node:fs';
import { gridCases, gridReport } from '@/core/acclimation/grid';
import { methodIds, methodNames } from '@/core/acclimation/vessel';
import { defaultAssumptions } from '@/core/catalogue/assumptions';

/** What is recommended over 3,456 made-up arrivals, written down for people: `npm run grid`, a few minutes. */
const r = gridReport(gridCases(), defaultAssumptions);
const share = (n: number): string => `${((100 * n) / r.cases).toFixed(1)} %`;
const rows = methodIds.map((id) => `| ${methodNames[id]} | ${r.first[id]} | ${share(r.first[id])} |`);
const flips = Object.entries(r.flips)
  .sort((x, y) => y[1] - x[1])
  .map(([turn, n]) => `| ${turn} | ${n} |`);
writeFileSync(
  'docs/RECOMMENDATIONS.md',
  `# What is recommended on opening

${r.cases.toLocaleString('en-GB')} made-up arrivals (\`core/acclimation/grid.ts\`): four temperatures of the bag, four pH, three
hardnesses of the tank, three salinities, four ammonias, three tolerance classes, few or many animals; every third case
invertebrates, every fifth in breathing film, every seventh into a tank with residents. On the default assumptions; made by
\`npm run grid\`.

| comes first | cases | share |
| --- | ---: | ---: |
${rows.join('\n')}

The simplest way came first in ${share(r.simplest)} whatever the others scored, since nothing in it came near what is borne; in
${share(r.either)} the first two weigh the same within a tenth. ${r.refused} cases cannot be computed, since their pH and hardness
contradict each other. "${methodNames.regas}" is a rescue for bags that must wait and is never advised as a way into a tank.

## Where the order turns

Should CO₂ leave dripped or poured water at 4 an hour instead of 2, another method comes first:

| from, to | cases |
| --- | ---: |
${flips.join('\n')}
`,
);
process.stdout.write(`${JSON.stringify(r, null, 1)}\n`);
