import { exportConsignment } from '@/server/consignment/files';
import { house } from '@/server/wiring';

export async function GET(_request: Request, { params }: { params: Promise<{ code: string }> }): Promise<Response> {
  const { code } = await params;
  const made = exportConsignment(house(), code);
  if (!made.ok) return new Response(made.problems[0]!.message, { status: 404 });
  return new Response(made.value.text, {
    headers: {
      'content-type': 'application/json; charset=utf-8',
      'content-disposition': `attachment; filename="${made.value.name}"`,
    },
  });
}
