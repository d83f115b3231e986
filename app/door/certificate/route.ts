import { roomOf } from '@/server/room/listener';

/** The root certificate of this house, for phones to install. It holds nothing secret. */
export function GET(): Response {
  const pem = roomOf()?.certificate();
  if (!pem) return new Response('Phones cannot connect now, so there is no certificate.', { status: 404 });
  return new Response(pem, {
    headers: {
      'content-type': 'application/x-x509-ca-cert',
      'content-disposition': 'attachment; filename="kindly-crate.crt"',
      'cache-control': 'no-store',
    },
  });
}
