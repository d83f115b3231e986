'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { Button } from '@/ui/kit/button';

const LOOK_MS = 180;
/** A picture is looked at no larger than this: enough for a code that fills a tenth of it. */
const MOST_PX = 1400;

type Reader = (image: ImageData) => string | null;
const readerOf = async (): Promise<Reader> => {
  const { default: jsQR } = await import('jsqr');
  return (image) => jsQR(image.data, image.width, image.height)?.data ?? null;
};

const pixels = (source: CanvasImageSource, w: number, h: number): ImageData | null => {
  const scale = Math.min(1, MOST_PX / Math.max(w, h));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(w * scale));
  canvas.height = Math.max(1, Math.round(h * scale));
  const context = canvas.getContext('2d', { willReadFrequently: true });
  context?.drawImage(source, 0, 0, canvas.width, canvas.height);
  return context?.getImageData(0, 0, canvas.width, canvas.height) ?? null;
};

/** Looks through the camera until it reads a code; says why where it may not. */
function Live({ found, stop }: { found: (text: string) => void; stop: (why: string) => void }) {
  const video = useRef<HTMLVideoElement>(null);
  const tell = useRef({ found, stop });
  useEffect(() => {
    tell.current = { found, stop };
  });
  useEffect(() => {
    let here = true;
    let stream: MediaStream | null = null;
    let timer: ReturnType<typeof setTimeout> | null = null;
    const run = async (): Promise<void> => {
      try {
        stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
      } catch {
        return tell.current.stop(
          'The camera is not given: allow it in the browser, take a picture, or type the number.',
        );
      }
      const at = video.current;
      if (!here || !at) return stream.getTracks().forEach((t) => t.stop());
      at.srcObject = stream;
      await at.play().catch(() => undefined);
      const read = await readerOf();
      const look = (): void => {
        if (!here) return;
        const image = at.videoWidth > 0 ? pixels(at, at.videoWidth, at.videoHeight) : null;
        const text = image && read(image);
        if (text) return tell.current.found(text);
        timer = setTimeout(look, LOOK_MS);
      };
      look();
    };
    void run();
    return () => {
      here = false;
      if (timer) clearTimeout(timer);
      stream?.getTracks().forEach((t) => t.stop());
    };
  }, []);
  return (
    <video ref={video} muted playsInline className="max-h-[50vh] w-full bg-ink" aria-label="What the camera sees" />
  );
}

/** A label or a tank card opens its page: by the camera, by a picture, or by its number. */
export function Scan({ notFound }: { notFound: string }) {
  const router = useRouter();
  const [live, setLive] = useState(false);
  const [typed, setTyped] = useState('');
  const [words, setWords] = useState(notFound ? `“${notFound}” is no number of this house.` : '');
  const go = (text: string): void => {
    const number = (/\/at\/([^?#]+)/.exec(text)?.[1] ?? text).trim();
    if (number === '') return setWords('Type a number, such as KC-0106/A1 or the name of a tank.');
    setLive(false);
    setWords('');
    router.push(`/at/${number.split('/').map(encodeURIComponent).join('/')}`);
  };
  const picture = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    setWords('Reading the picture …');
    const image = await createImageBitmap(file).catch(() => null);
    const at = image && pixels(image, image.width, image.height);
    const text = at ? (await readerOf())(at) : null;
    if (text) go(text);
    else setWords('No code was found in this picture: go nearer, hold still, keep drops off the label.');
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
                  'On this connection the browser gives no live camera: take a picture, or install the certificate of the house (This phone, at the top).',
                );
              setLive(true);
            }}
          >
            Look through the camera
          </Button>
          <label className="btn wet cursor-pointer focus-within:outline focus-within:outline-[3px]">
            Take a picture of it
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
      <p className="text-16" role="status">
        {words}
      </p>
      <p className="note">
        Bag and box labels and tank cards carry a square code and the same number in letters: either opens the page
        where that bag, box or tank is in hand now. Pictures are read on this phone and not kept.
      </p>
    </section>
  );
}
