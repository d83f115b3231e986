import { z } from 'zod';
import { consignmentSchema } from './schema';

/** The JSON Schema of the open file, generated from the one Zod schema. */
export const consignmentJsonSchema = (): unknown =>
  z.toJSONSchema(consignmentSchema, { io: 'input', unrepresentable: 'any' });
