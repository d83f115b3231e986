import { useEffect, useRef, useState } from 'react';
import type { CardData } from '@/core/card/data';
import { nothingTold, settled, type Told } from '@/core/card/kept';
import type { FoundPhoto } from '@/core/consignment/found-file';
import { smallPicture } from '@/ui/small-picture';

/** Pictures are kept this long on their long side, pixels, so that many fit. */
const LONG_SIDE = 800;
/** All pictures together, as text: a house reads files of 3 MB, and a browser keeps little more. */
const MOST_TEXT = 2_400_000;

/** A card keeps what it was told in its browser, under the consignment it is of. */
const keyOf = (data: CardData, what: string): string => `kindly-card:${data.id}:${what}`;

function load<T>(key: string, otherwise: T): T {
  try {
    const kept = localStorage.getItem(key);
    return kept ? (JSON.parse(kept) as T) : otherwise;
  } catch {
    return otherwise;
  }
}

/** False where the browser lets a page keep nothing, or has no room left. */
function save(key: string, what: unknown): boolean {
  try {
    localStorage.setItem(key, JSON.stringify(what));
    return true;
  } catch {
    return false;
  }
}

export interface Store {
  told: Told;
  photos: FoundPhoto[];
  /** Whether what is told is kept. */
  keeps: boolean;
  /** Every change is kept before it is shown. */
  tell: (change: (t: Told, nowMs: number) => Told) => void;
  /** Adds a picture; false where no more fit. */
  addPhoto: (p: FoundPhoto) => boolean;
  dropPhoto: (at: string) => void;
  clear: () => void;
}

export function useStore(data: CardData): Store {
  const [told, setTold] = useState(() => load(keyOf(data, 'told'), nothingTold(data.language)));
  const [photos, setPhotos] = useState<FoundPhoto[]>(() => load(keyOf(data, 'photos'), []));
  const [keeps, setKeeps] = useState(() => save(keyOf(data, 'here'), 1));
  const newest = useRef(told);
  const put = (next: Told): void => {
    if (next === newest.current) return;
    newest.current = next;
    setKeeps(save(keyOf(data, 'told'), next));
    setTold(next);
  };
  const tell: Store['tell'] = (change) => {
    const now = Date.now();
    put(change(settled(newest.current, now), now));
  };
  // A second window of the same card shows the same.
  useEffect(() => {
    const other = (e: StorageEvent): void => {
      if (e.key === keyOf(data, 'told')) {
        newest.current = load(keyOf(data, 'told'), nothingTold(data.language));
        setTold(newest.current);
      }
      if (e.key === keyOf(data, 'photos')) setPhotos(load(keyOf(data, 'photos'), []));
    };
    window.addEventListener('storage', other);
    return () => window.removeEventListener('storage', other);
  }, [data]);
  const putPhotos = (next: FoundPhoto[]): boolean => {
    const text = next.reduce((n, p) => n + p.jpeg.length, 0);
    const fits = text <= MOST_TEXT && save(keyOf(data, 'photos'), next);
    if (fits) setPhotos(next);
    return fits;
  };
  return {
    told,
    photos,
    keeps,
    tell,
    addPhoto: (p) => putPhotos([...photos, p]),
    dropPhoto: (at) => void putPhotos(photos.filter((p) => p.at !== at)),
    clear: () => {
      putPhotos([]);
      put(nothingTold(newest.current.language));
    },
  };
}

/** The clock, told twice a second: what a timer shows is never older. */
export function useClock(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const t = setInterval(() => setNow(Date.now()), 500);
    const wake = (): void => setNow(Date.now());
    document.addEventListener('visibilitychange', wake);
    return () => {
      clearInterval(t);
      document.removeEventListener('visibilitychange', wake);
    };
  }, []);
  return now;
}

/** A picture drawn anew and small, as base64 of a JPEG; null where the file is none. */
export async function pictureText(file: File): Promise<string | null> {
  const canvas = await smallPicture(file, LONG_SIDE);
  return canvas?.toDataURL('image/jpeg', 0.55).split(',')[1] ?? null;
}
