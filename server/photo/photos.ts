import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import sharp from 'sharp';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { subjectKinds, type Subject } from '@/core/consignment/facts';
import { find } from '@/server/consignment/change';
import { writeForGood } from '@/server/db/durable';
import { LARGEST_PHOTO } from '@/core/consignment/file-size';
import type { House } from '@/server/house';

/** Pictures are kept no longer than this on their long side, pixels. */
const LONG_SIDE = 1600;
const KINDS: ReadonlySet<string> = new Set(['jpeg', 'png', 'webp']);
const MOST_PIXELS = 120_000_000;

const fileOf = (folder: string, hash: string): string => path.join(folder, 'photos', `${hash}.jpg`);

/** A picture drawn anew and turned upright, so that nothing of the camera, its place or its owner stays in it. */
export interface DrawnPhoto {
  data: Buffer;
  width: number;
  height: number;
}

export async function drawPhoto(bytes: Uint8Array): Promise<Outcome<DrawnPhoto>> {
  if (bytes.length > LARGEST_PHOTO)
    return refuse(
      'photo',
      `This picture has ${(bytes.length / 1e6).toFixed(0)} MB; ${LARGEST_PHOTO / 1e6} MB is the limit.`,
    );
  const none = refuse('photo', 'This file is not a readable picture. Use JPEG, PNG or WebP.');
  try {
    // The library draws more kinds than are named: pages, drawings with links, films.
    const { format } = await sharp(bytes, { limitInputPixels: MOST_PIXELS }).metadata();
    if (!KINDS.has(format ?? '')) return none;
    const { data, info } = await sharp(bytes, { limitInputPixels: MOST_PIXELS })
      .rotate()
      .resize(LONG_SIDE, LONG_SIDE, { fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 82, mozjpeg: true })
      .toBuffer({ resolveWithObject: true });
    return { ok: true, value: { data, width: info.width, height: info.height } };
  } catch {
    return none;
  }
}

/** Puts a drawn picture into the data folder, under the hash of its content; nobody has told of it yet. */
export function storePhoto(house: House, { data, width, height }: DrawnPhoto, at: string): string {
  const hash = createHash('sha256').update(data).digest('hex');
  mkdirSync(path.join(house.folder!, 'photos'), { recursive: true, mode: 0o700 });
  if (!existsSync(fileOf(house.folder!, hash))) writeForGood(fileOf(house.folder!, hash), data);
  house.facts.keepPhoto({ hash, bytes: data.length, width, height, at });
  return hash;
}

/** Keeps a drawn picture of something that was seen, under the hash of its content, and tells it as an observation. */
export function keepPhoto(
  house: House,
  code: string,
  subject: { kind: string; id: string },
  drawn: DrawnPhoto,
  takenMs = house.nowMs(),
): Outcome<string> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  if (!house.folder) return refuse('photo', 'Nothing is stored on disk here, so no pictures.');
  if (!subjectKinds.some((k) => k === subject.kind) || subject.id.length > 80)
    return refuse('photo', 'Choose what the picture shows.');
  const { id } = stored.value.document;
  const at = new Date(takenMs).toISOString();
  const hash = house.db.transaction(() => {
    const kept = storePhoto(house, drawn, at);
    house.facts.seen(id, { at, subject: subject as Subject, photo: kept });
    house.consignments.journal(id, at, 'photographed', `${subject.kind} ${subject.id}`.trim(), { hash: kept });
    return kept;
  })();
  return { ok: true, value: hash };
}

/** A kept picture; null where there is none of that hash. */
export function photoFile(house: House, hash: string): Buffer | null {
  if (!house.folder || !/^[0-9a-f]{64}$/.test(hash)) return null;
  try {
    return readFileSync(fileOf(house.folder, hash));
  } catch {
    return null;
  }
}
