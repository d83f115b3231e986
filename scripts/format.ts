import { writeFileSync } from 'node:fs';
import { consignmentJsonSchema } from '@/core/consignment/json-schema';
import { crateJsonSchema } from '@/core/practice/json-schema';

/** Writes the schemas of the open files from the Zod schemas; tests hold the two together. */
writeFileSync('docs/format/consignment.schema.json', `${JSON.stringify(consignmentJsonSchema(), null, 2)}\n`);
writeFileSync('docs/format/practice.schema.json', `${JSON.stringify(crateJsonSchema(), null, 2)}\n`);
