'use client';

import { Button } from '@/ui/kit/button';
import { FilePick } from '@/ui/kit/file-pick';
import { importConsignment } from '@/server/consignment/actions';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { LARGEST_FILE, tooLarge } from '@/core/consignment/file-size';
import { readFileText, sent } from '@/ui/fields/file';
import { OtherProblems } from '@/ui/fields/fields';
import { useSave } from '@/ui/use-save';

type Mode = 'ask' | 'replace' | 'keep-both' | 'comes';

/** Takes a consignment file; one that is here already is asked about: replace, keep both, or leave. */
export function ImportFile() {
  const router = useRouter();
  const { save, busy, problems, setProblems } = useSave();
  const [asked, setAsked] = useState<{ text: string; code: string } | null>(null);
  const send = (text: string, mode: Mode): void =>
    void save(
      (press) => importConsignment(press, sent(text), mode),
      (r) => {
        if (r.state === 'exists') setAsked({ text, code: r.code });
        else router.push(`/consignments/${r.code}/bag`);
      },
    );
  const take = async (f: File): Promise<void> => {
    setAsked(null);
    if (f.size > LARGEST_FILE) return setProblems(tooLarge(f.size).problems);
    send((await readFileText(f)).text, 'ask');
  };
  return (
    <div>
      <FilePick accept=".json,application/json" onFile={(f) => void take(f)}>
        {busy ? 'Reading …' : 'Import a file'}
      </FilePick>
      {asked && (
        <div
          className="absolute right-6 z-10 mt-2 max-w-[420px] border border-rule-strong bg-surface p-4"
          role="alertdialog"
          aria-label="Already here"
        >
          <p className="mb-3">
            This shipment is already here as <b>{asked.code}</b>.
          </p>
          <div className="flex gap-2">
            <Button onClick={() => send(asked.text, 'replace')}>Replace it</Button>
            <Button onClick={() => send(asked.text, 'keep-both')}>Keep both</Button>
            <Button onClick={() => setAsked(null)}>Cancel</Button>
          </div>
        </div>
      )}
      <div className="max-w-[480px]">
        <OtherProblems problems={problems} shown={() => false} />
      </div>
    </div>
  );
}
