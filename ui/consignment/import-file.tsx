'use client';

import { importConsignment } from '@/server/consignment/actions';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { LARGEST_FILE, tooLarge } from '@/ui/fields/file';
import { OtherProblems } from '@/ui/fields/fields';
import { useSave } from '@/ui/use-save';

type Mode = 'ask' | 'replace' | 'keep-both';

/** Takes a consignment file; one that is here already is asked about: replace, keep both, or leave. */
export function ImportFile() {
  const router = useRouter();
  const { save, busy, problems, setProblems } = useSave();
  const [asked, setAsked] = useState<{ text: string; code: string } | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const send = (text: string, mode: Mode): void =>
    void save(
      () => importConsignment(text, mode),
      (r) => {
        if (r.state === 'exists') setAsked({ text, code: r.code });
        else router.push(`/consignments/${r.code}/bag`);
      },
    );
  const take = async (f: File | undefined): Promise<void> => {
    setAsked(null);
    if (!f) return;
    if (f.size > LARGEST_FILE) return setProblems(tooLarge(f));
    send(await f.text(), 'ask');
    if (input.current) input.current.value = '';
  };
  return (
    <div>
      <label className="btn cursor-pointer">
        {busy ? 'Reading …' : 'Import a file'}
        <input
          ref={input}
          type="file"
          accept=".json,application/json"
          className="sr-only"
          onChange={(e) => void take(e.target.files?.[0])}
        />
      </label>
      {asked && (
        <div
          className="absolute right-6 z-10 mt-2 max-w-[420px] border border-rule-strong bg-surface p-4"
          role="alertdialog"
          aria-label="Already here"
        >
          <p className="mb-3">
            This consignment is already here as <b>{asked.code}</b>.
          </p>
          <div className="flex gap-2">
            <button className="btn" onClick={() => send(asked.text, 'replace')}>
              Replace it
            </button>
            <button className="btn" onClick={() => send(asked.text, 'keep-both')}>
              Keep both
            </button>
            <button className="btn" onClick={() => setAsked(null)}>
              Leave it
            </button>
          </div>
        </div>
      )}
      <div className="max-w-[480px]">
        <OtherProblems problems={problems} shown={() => false} />
      </div>
    </div>
  );
}
