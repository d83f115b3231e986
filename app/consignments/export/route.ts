import { listFile } from '@/server/records/files';

/** The list of consignments; a code of the same name would shadow it otherwise. */
export const GET = (): Response => listFile('consignments');
