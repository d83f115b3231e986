import { Scan } from '@/ui/scan/scan';

type Asked = { searchParams: Promise<{ not?: string | string[] }> };

export default async function ScanPage({ searchParams }: Asked) {
  const { not } = await searchParams;
  return <Scan notFound={typeof not === 'string' ? not : ''} />;
}
