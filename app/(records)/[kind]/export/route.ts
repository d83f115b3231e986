import { listFile } from '@/server/records/files';

/** A list as a CSV file. */
export async function GET(_: Request, { params }: { params: Promise<{ kind: string }> }): Promise<Response> {
  return listFile((await params).kind);
}
