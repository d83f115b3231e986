import { openDB, type IDBPDatabase } from 'idb';
import { useEffect, useRef, useState } from 'react';
import type { CardData } from '@/core/card/data';
import { nothingTold, settled, type CardRecord } from '@/core/card/card-record';
import type { FoundPhoto } from '@/core/consignment/found-file';
import { smallPicture } from '@/ui/small-picture';

/** Pictures are kept this long on their long side, pixels, so that many fit. */
const LONG_SIDE = 800;
/** All pictures together, as text: a house reads files of 3 MB, and a browser keeps little more. */
const MOST_TEXT = 2_400_000;

/** A card keeps what it was told in its browser, under the consignment it is of. */
const keyOf = (data: CardData, what: string): string => `kindly-card:${data.id}:${what}`;

/** What is kept, with the instant it was: of two places the newer one counts. */
interface Kept {
  at: number;
  told: CardRecord;
  photos: FoundPhoto[];
}

function load(key: string): Kept | null {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null') as Kept | null;
  } catch {
    return null;
  }
}

/** False where the browser lets a page keep nothing, or has no room left. */
function save(key: string, what: Kept | number): boolean {
  try {
    localStorage.setItem(key, JSON.stringify(what));
    return true;
  } catch {
    return false;
  }
}

const STORE = 'cards';
let db: Promise<IDBPDatabase | null> | null = null;
/** A browser writes its local storage down only seconds later: what dies before is found here, written at once. */
const database = (): Promise<IDBPDatabase | null> =>
  (db ??= openDB('kindly-card', 1, { upgrade: (d) => void d.createObjectStore(STORE) }).catch(() => null));

async function writeDown(key: string, what: Kept): Promise<void> {
  const tx = (await database())?.transaction(STORE, 'readwrite', { durability: 'strict' });
  await tx?.store.put(what, key).catch(() => undefined);
}
const writtenDown = async (key: string): Promise<Kept | null> =>
  ((await (await database())?.get(STORE, key).catch(() => null)) as Kept | undefined) ?? null;

export interface Store {
  told: CardRecord;
  photos: FoundPhoto[];
  /** Whether what is told is kept. */
  keeps: boolean;
  /** Every change is kept before it is shown. */
  tell: (change: (t: CardRecord, nowMs: number) => CardRecord) => void;
  /** Adds a picture; false where no more fit. */
  addPhoto: (p: FoundPhoto) => boolean;
  dropPhoto: (at: string) => void;
  clear: () => void;
}

export function useStore(data: CardData): Store {
  const key = keyOf(data, 'kept');
  const [kept, setKept] = useState<Kept>(() => load(key) ?? { at: 0, told: nothingTold(data.language), photos: [] });
  const [keeps, setKeeps] = useState(() => save(keyOf(data, 'here'), 1));
  const newest = useRef(kept);
  const show = (next: Kept): void => {
    newest.current = next;
    setKept(next);
  };
  /** False where it does not fit: then nothing of it is shown either. */
  const put = (change: Partial<Kept>): boolean => {
    const next = { ...newest.current, ...change, at: Date.now() };
    const fits = save(key, next);
    setKeeps(fits);
    if (!fits && change.photos) return false;
    void writeDown(key, next);
    show(next);
    return true;
  };
  const tell: Store['tell'] = (change) => {
    const now = Date.now();
    const told = change(settled(newest.current.told, now), now);
    if (told !== newest.current.told) put({ told });
  };
  // What was written down at once outlives a browser that died; a second window of the same card shows the same.
  useEffect(() => {
    void writtenDown(key).then((k) => {
      if (k && k.at > newest.current.at) show(k);
    });
    const other = (e: StorageEvent): void => {
      const k = e.key === key ? load(key) : null;
      if (k) show(k);
    };
    window.addEventListener('storage', other);
    return () => window.removeEventListener('storage', other);
  }, [key]);
  return {
    told: kept.told,
    photos: kept.photos,
    keeps,
    tell,
    addPhoto: (p) => {
      const photos = [...newest.current.photos, p];
      return photos.reduce((n, x) => n + x.jpeg.length, 0) <= MOST_TEXT && put({ photos });
    },
    dropPhoto: (at) => void put({ photos: newest.current.photos.filter((p) => p.at !== at) }),
    clear: () => void put({ told: nothingTold(newest.current.told.language), photos: [] }),
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
