'use client';

import { useEffect, useRef } from 'react';

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

/** Looks through the camera until it reads a code, and goes on where `found` asks for more; says why where it may not. */
export function Live({ found, stop }: { found: (text: string) => boolean; stop: (why: string) => void }) {
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
          'No access to the camera. Allow it in the browser, take a picture, or type the number.',
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
        if (text && !tell.current.found(text)) return;
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

/** The code in a picture of a label; null where none is found. */
export async function readPicture(file: File): Promise<string | null> {
  const image = await createImageBitmap(file).catch(() => null);
  const at = image && pixels(image, image.width, image.height);
  return at ? (await readerOf())(at) : null;
}
