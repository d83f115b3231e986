import { readFileSync, writeFileSync } from 'node:fs';
import { catalogue } from '@/core/catalogue';
import { planConsignment } from '@/core/choose/plan';
import { readConsignment } from '@/core/consignment/file';
import { usedRows, plainSurroundings } from '@/server/consignment/result';

/** Plans the shipped examples anew with the present engine: bags, boxes and packs follow from their orders. */
for (const file of process.argv.slice(2)) {
  const read = readConsignment(JSON.parse(readFileSync(file, 'utf8')));
  if (!read.ok) throw new Error(read.problems.map((p) => `${file}: ${p.path}: ${p.message}`).join('\n'));
  const { consignment } = planConsignment({
    consignment: { ...read.value, bags: [], catalogue: null },
    catalogue,
    holidays: [],
  });
  writeFileSync(
    file,
    `${JSON.stringify({ ...consignment, catalogue: usedRows(consignment, plainSurroundings) }, null, 2)}\n`,
  );
}
