import { z } from 'zod';
import { fileSchema } from './schema';

/** The JSON Schema of the open file, generated from the one Zod schema. */
export const consignmentJsonSchema = (): unknown => z.toJSONSchema(fileSchema, { io: 'input', unrepresentable: 'any' });
