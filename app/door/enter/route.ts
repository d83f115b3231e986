import { z } from 'zod';
import { headers as sent } from 'next/headers';
import { refuse } from '@/core/consignment/outcome';
import { house } from '@/server/wiring';
import { cookieFor } from '@/server/room/cookie';
import { deviceOf } from '@/server/room/device-words';
import { triesOf, wayIn } from '@/server/room/current-user';
import { enterByCode, enterByPassphrase } from '@/server/room/people';

const asked = z.object({ code: z.string().max(40).optional(), passphrase: z.string().max(400).optional() });

/** Lets a phone in by a code, or the owner by the passphrase; the answer brings the cookie. */
export async function POST(request: Request): Promise<Response> {
  const parsed = asked.safeParse(await request.json().catch(() => null));
  const { way, from } = await wayIn();
  const device = deviceOf((await sent()).get('user-agent') ?? '');
  const h = house();
  const entered = !parsed.success
    ? refuse('code', 'Type the code of this phone, or the passphrase.')
    : parsed.data.passphrase !== undefined
      ? await enterByPassphrase(h, triesOf(), { passphrase: parsed.data.passphrase, device, from })
      : enterByCode(h, triesOf(), { code: parsed.data.code ?? '', device, from });
  if (!entered.ok) return Response.json(entered, { status: entered.problems[0]?.path === 'wait' ? 429 : 401 });
  h.changes.tell();
  const { name, value, ...options } = cookieFor(h, entered.value.cookie, way);
  const flags = [
    `${name}=${value}`,
    `Path=${options.path}`,
    `Max-Age=${options.maxAge}`,
    'HttpOnly',
    'SameSite=Lax',
    ...(options.secure ? ['Secure'] : []),
  ].join('; ');
  return Response.json(
    { ok: true, value: { name: entered.value.name, role: entered.value.role } },
    { headers: { 'set-cookie': flags, 'cache-control': 'no-store' } },
  );
}
