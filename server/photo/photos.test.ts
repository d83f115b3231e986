import { existsSync, mkdtempSync, rmSync, statSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { must, orderInput, said } from '@/tests/order';
import { openHouse, type House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { LARGEST_PHOTO } from '@/core/consignment/file-size';
import { drawPhoto, keepPhoto, photoFile } from './photos';

/** As the route does it: drawn anew, then kept. */
const addPhoto = async (h: House, code: string, subject: { kind: string; id: string }, bytes: Uint8Array) => {
  const drawn = await drawPhoto(bytes);
  return drawn.ok ? keepPhoto(h, code, subject, drawn.value) : drawn;
};

const folder = mkdtempSync(path.join(os.tmpdir(), 'kindly-photo-'));
const now = Date.parse('2026-11-24T12:00:00Z');
const house = openHouse(folder, () => now, 0);
const code = must(saveOrder(house, orderInput(house))).code;
const bag = { kind: 'bag', id: 'A1' };
afterAll(() => {
  house.db.close();
  rmSync(folder, { recursive: true, force: true });
});

/** A picture as a phone makes it: large, lying on its side, with the place in its head. */
const phonePicture = () =>
  sharp({ create: { width: 2400, height: 1200, channels: 3, background: '#2E7C9E' } })
    .jpeg()
    .withExif({ IFD0: { Copyright: 'somebody' }, IFD3: { GPSLatitude: '40/1 12/1 0/1' } })
    .withMetadata({ orientation: 6 })
    .toBuffer();

test('a picture is drawn again, upright and smaller, with nothing of the camera in it, and told of its bag', async () => {
  const given = await phonePicture();
  expect((await sharp(given).metadata()).orientation).toBe(6);
  const hash = must(await addPhoto(house, code, bag, given));
  const kept = await sharp(photoFile(house, hash)!).metadata();
  expect([kept.width, kept.height]).toEqual([800, 1600]);
  expect(kept.exif).toBeUndefined();
  expect(kept.orientation).toBeUndefined();
  const { id } = house.consignments.byCode(code)!.document;
  expect(house.facts.of(id).observations).toMatchObject([
    { subject: bag, quantity: 'photo', photo: hash, value: null },
  ]);
  expect(house.consignments.journalOf(id)[0]).toMatchObject({ kind: 'photographed', subject: 'bag A1' });
  expect(statSync(path.join(folder, 'photos', `${hash}.jpg`)).mode & 0o777).toBe(0o600);
});

test('what is no picture, too large, or of nothing that is here is refused with a sentence', async () => {
  expect(said(await addPhoto(house, code, bag, new TextEncoder().encode('<svg/>')))).toMatch(/not a readable picture/);
  expect(said(await addPhoto(house, code, bag, new Uint8Array(LARGEST_PHOTO + 1)))).toMatch(/15 MB is the limit/);
  expect(said(await addPhoto(house, 'KC-9999', bag, await phonePicture()))).toMatch(/no shipment KC-9999/);
  expect(said(await addPhoto(house, code, { kind: 'moon', id: '' }, await phonePicture()))).toMatch(
    /what the picture shows/,
  );
  expect(existsSync(path.join(folder, 'photos', 'x.jpg'))).toBe(false);
});

test('only hashes name files: no path leads out of the folder', () => {
  expect(photoFile(house, '../kindly-crate.db')).toBeNull();
  expect(photoFile(house, 'a'.repeat(64))).toBeNull();
});

test('a picture that waited on a phone is of the instant it was taken', async () => {
  const drawn = await drawPhoto(await phonePicture());
  if (!drawn.ok) throw new Error('not drawn');
  must(keepPhoto(house, code, { kind: 'bag', id: 'A1' }, drawn.value, now - 20 * 60_000));
  const { id } = house.consignments.byCode(code)!.document;
  const { observations } = house.facts.of(id);
  expect(observations.at(-1)).toMatchObject({ quantity: 'photo', at: new Date(now - 20 * 60_000).toISOString() });
});
