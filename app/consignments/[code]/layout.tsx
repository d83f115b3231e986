import { unsound } from '@/server/consignment/sound';
import { house } from '@/server/wiring';
import { UnreadPage } from '@/ui/consignment/unread';

/** A consignment that cannot be read has one page for all of its stations: what is wrong, and what can be done. */
export default async function ConsignmentLayout({
  params,
  children,
}: {
  params: Promise<{ code: string }>;
  children: React.ReactNode;
}) {
  const { code } = await params;
  const flaw = unsound(house(), code);
  return flaw ? <UnreadPage code={code} {...flaw} /> : children;
}
