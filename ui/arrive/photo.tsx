'use client';

import { Camera } from 'lucide-react';
import type { Outcome } from '@/core/consignment/outcome';
import { LARGEST_PHOTO } from '@/ui/fields/file';
import { FilePick } from '@/ui/kit/file-pick';
import { useSave } from '@/ui/use-save';

/** Takes a picture with the camera of a phone, or from a file, and keeps it with what it shows. */
export function PhotoButton({ code, kind, id, taken }: { code: string; kind: string; id: string; taken: number }) {
  const { save, sending, problems, setProblems } = useSave();
  const send = (file: File): void => {
    if (file.size > LARGEST_PHOTO)
      return setProblems([
        {
          path: 'photo',
          message: `This picture has ${(file.size / 1e6).toFixed(0)} MB; ${LARGEST_PHOTO / 1e6} MB is the most that is kept.`,
        },
      ]);
    void save(async (press) => {
      const to = `/photos?${new URLSearchParams({ press, code, kind, id }).toString()}`;
      const answer = await fetch(to, { method: 'POST', body: file });
      return (await answer.json()) as Outcome<string>;
    });
  };
  return (
    <span className="inline-flex items-center gap-2">
      {problems[0] && (
        <span className="problem" role="alert">
          {problems[0].message}
        </span>
      )}
      <FilePick
        accept="image/*"
        capture="environment"
        aria-label={`Photograph ${kind} ${id}`}
        onFile={send}
        className="font-text text-13 font-normal"
      >
        <Camera size={18} aria-hidden="true" />
        <span>{sending ? 'Keeping …' : taken > 0 ? `${taken} kept` : 'Photo'}</span>
      </FilePick>
    </span>
  );
}
