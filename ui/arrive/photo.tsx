'use client';

import { Camera } from 'lucide-react';
import { useState } from 'react';
import { LARGEST_PHOTO } from '@/core/consignment/file-size';
import { FilePick } from '@/ui/kit/file-pick';
import { press } from '@/ui/queue/store';
import { ofDeed, usePresses } from '@/ui/queue/use-queue';
import { smallPicture } from '@/ui/small-picture';

/** A picture is sent no larger than the house keeps it, pixels on its long side. */
const LONG_SIDE = 1600;

/** The picture drawn smaller, so that many wait on a phone; as it is where the browser cannot draw it. */
async function smaller(file: File): Promise<Blob> {
  const canvas = await smallPicture(file, LONG_SIDE);
  const drawn = canvas && (await new Promise<Blob | null>((r) => canvas.toBlob(r, 'image/jpeg', 0.85)));
  return drawn ?? file;
}

/**
 * Takes a picture with the camera of a phone, or from a file, and keeps it with what it shows: on the phone at once, in the
 * house as soon as the network carries it.
 */
export function PhotoButton({
  code,
  kind,
  id,
  taken,
}: {
  code: string;
  kind: 'bag' | 'box' | 'tank';
  id: string;
  taken: number;
}) {
  const [problem, setProblem] = useState('');
  const waits = ofDeed(usePresses(), 'photo').filter(
    ({ deed: d }) => d.code === code && d.kind === kind && d.id === id,
  ).length;
  const send = async (file: File): Promise<void> => {
    if (file.size > LARGEST_PHOTO)
      return setProblem(`This picture has ${(file.size / 1e6).toFixed(0)} MB; ${LARGEST_PHOTO / 1e6} MB is the limit.`);
    setProblem('');
    press({ deed: 'photo', code, kind, id }, `picture of ${kind} ${id}`, await smaller(file));
  };
  return (
    <span className="inline-flex items-center gap-2">
      {problem && (
        <span className="problem" role="alert">
          {problem}
        </span>
      )}
      <FilePick
        accept="image/*"
        capture="environment"
        aria-label={`Photograph ${kind} ${id}`}
        onFile={(file) => void send(file)}
        className="font-text text-13 font-normal"
      >
        <Camera size={18} aria-hidden="true" />
        <span>{waits > 0 ? `${taken + waits}, ${waits} waiting` : taken > 0 ? `${taken} kept` : 'Photo'}</span>
      </FilePick>
    </span>
  );
}
