'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { partsIn, type Part } from '@/core/consignment/found-file';
import { numberIn } from '@/core/consignment/number';
import { Button } from '@/ui/kit/button';
import { FoundParts } from './receiver-codes';
import { Live, readPicture } from './look';

/** A label or a tank card opens its page: by the camera, by a picture, or by its number. */
export function Scanner({ notFound }: { notFound: string }) {
  const router = useRouter();
  const [live, setLive] = useState(false);
  const [typed, setTyped] = useState('');
  const [words, setWords] = useState(notFound ? `“${notFound}” is not a number of yours.` : '');
  const [parts, setParts] = useState<Part[]>([]);
  /** True where more is looked for: the codes of a card come one after the other. */
  const go = (text: string): boolean => {
    const [part] = partsIn(text);
    if (part) {
      setParts((had) => [...had.filter((x) => x.sum === part.sum && x.n !== part.n), part]);
      return true;
    }
    const number = numberIn(text);
    if (number === '') setWords('Type a number, such as KC-0106/A1 or the name of a tank.');
    else {
      setLive(false);
      setWords('');
      router.push(`/at/${number.split('/').map(encodeURIComponent).join('/')}`);
    }
    return false;
  };
  const picture = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    setWords('Reading the picture …');
    const text = await readPicture(file);
    if (text) {
      setWords('');
      go(text);
    } else setWords('No code found in this picture. Go closer, hold still, wipe drops off the label.');
  };
  return (
    <section className="work mx-auto grid max-w-[640px] content-start gap-5 pt-6">
      <h1 className="text-28">Scan a label</h1>
      <form
        className="flex gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          go(typed);
        }}
      >
        <label className="sr-only" htmlFor="number">
          Number on the label
        </label>
        <input
          id="number"
          className="in num min-h-16 !text-20"
          placeholder="KC-0106/A1, or a tank"
          value={typed}
          autoComplete="off"
          autoCapitalize="characters"
          onChange={(e) => setTyped(e.target.value)}
        />
        <Button tone="go" wet className="!min-h-16">
          Open
        </Button>
      </form>
      {live ? (
        <>
          <Live
            found={go}
            stop={(why) => {
              setLive(false);
              setWords(why);
            }}
          />
          <Button wet onClick={() => setLive(false)}>
            Stop the camera
          </Button>
        </>
      ) : (
        <div className="grid gap-3 sm:grid-cols-2">
          <Button
            wet
            onClick={() => {
              setWords('');
              if (!window.isSecureContext || !navigator.mediaDevices)
                return setWords(
                  'The browser blocks the live camera on this connection. Take a picture, or install the certificate (This phone, at the top).',
                );
              setLive(true);
            }}
          >
            Open the camera
          </Button>
          <label className="btn wet cursor-pointer focus-within:outline focus-within:outline-[3px]">
            Take a picture
            <input
              type="file"
              accept="image/*"
              capture="environment"
              className="sr-only"
              onChange={(e) => void picture(e.target.files?.[0])}
            />
          </label>
        </div>
      )}
      {parts.length > 0 && <FoundParts parts={parts} drop={() => setParts([])} />}
      <p className="text-16" role="status">
        {words}
      </p>
      <p className="note">
        Bag and box labels and tank cards carry a square code and the same number in letters. Either opens that bag, box
        or tank. Pictures are read on this phone and not stored.
      </p>
    </section>
  );
}
