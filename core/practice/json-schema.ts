import { z } from 'zod';
import { crateSchema } from './schema';

/** The JSON Schema of a practice crate, generated from the one Zod schema. */
export const crateJsonSchema = (): unknown => z.toJSONSchema(crateSchema, { io: 'input', unrepresentable: 'any' });
