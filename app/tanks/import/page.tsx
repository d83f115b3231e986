import { kindOfSlug } from '@/records';
import { ImportCsv } from '@/ui/records/import-csv';

export default function ImportTanks() {
  return <ImportCsv list="tank" title={kindOfSlug('tanks')!.many} back="/tanks" />;
}
