import { Scanner } from '@/ui/scan/scan';

type Asked = { searchParams: Promise<{ not?: string | string[] }> };

export default async function ScanPage({ searchParams }: Asked) {
  const { not } = await searchParams;
  return <Scanner notFound={typeof not === 'string' ? not : ''} />;
}
