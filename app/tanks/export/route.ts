import { listFile } from '@/server/records/files';

/** The list of tanks; a tank of the same name would shadow it otherwise. */
export const GET = (): Response => listFile('tanks');
