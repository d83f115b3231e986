import { notFound } from 'next/navigation';
import { kindOfSlug } from '@/records';
import { ImportCsv } from '@/ui/records/import-csv';

export default async function ImportPage({ params }: { params: Promise<{ kind: string }> }) {
  const { kind: slug } = await params;
  const kind = kindOfSlug(slug);
  if (!kind && slug !== 'readings') notFound();
  return (
    <ImportCsv list={kind?.id ?? 'reading'} title={kind?.many ?? 'Readings'} back={kind ? `/${kind.slug}` : '/tanks'} />
  );
}
