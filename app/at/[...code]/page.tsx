import { redirect } from 'next/navigation';
import { whoIsHere } from '@/server/room/current-user';
import { targetOf } from '@/server/scan/target';
import { house } from '@/server/wiring';

/** The number of a label leads to where that thing is in hand now. */
export default async function AtPage({ params }: { params: Promise<{ code: string[] }> }) {
  const number = (await params).code.map((part) => decodeURIComponent(part)).join('/');
  const { role } = await whoIsHere();
  redirect(targetOf(house(), number, role) ?? `/scan?not=${encodeURIComponent(number.slice(0, 60))}`);
}
