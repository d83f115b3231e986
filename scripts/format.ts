import { writeFileSync } from 'node:fs';
import { consignmentJsonSchema } from '@/core/consignment/json-schema';

/** Writes docs/format/consignment.schema.json from the Zod schema; a test holds the two together. */
writeFileSync('docs/format/consignment.schema.json', `${JSON.stringify(consignmentJsonSchema(), null, 2)}\n`);
