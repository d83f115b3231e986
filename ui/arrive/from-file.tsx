'use client';

import { useRouter } from 'next/navigation';
import { importConsignment } from '@/server/consignment/actions';
import { LARGEST_FILE, tooLarge } from '@/core/consignment/file-size';
import { readFileText, sent } from '@/ui/fields/file';
import { OtherProblems } from '@/ui/fields/fields';
import { FilePick } from '@/ui/kit/file-pick';
import { useSave } from '@/ui/use-save';

/** The sender’s own file of what is on its way: everything that they know of the bags, and nothing to type. */
export function FromFile() {
  const router = useRouter();
  const { save, busy, problems, setProblems } = useSave();
  const take = async (f: File): Promise<void> => {
    if (f.size > LARGEST_FILE) return setProblems(tooLarge(f.size).problems);
    const { text } = await readFileText(f);
    await save(
      (press) => importConsignment(press, sent(text), 'comes'),
      ({ code }) => router.push(`/consignments/${code}/receive`),
    );
  };
  return (
    <div className="mb-6 flex max-w-[720px] flex-wrap items-center gap-3 border-b border-rule pb-5">
      <p className="min-w-0 flex-1 text-15">Got a file from the sender? It fills in bags, water and journey.</p>
      <FilePick accept=".json,application/json" className="min-h-16" onFile={(f) => void take(f)}>
        {busy ? 'Reading …' : 'Import sender’s file'}
      </FilePick>
      <OtherProblems problems={problems} shown={() => false} />
    </div>
  );
}
