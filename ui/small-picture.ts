/** A picture drawn anew, no longer than so many pixels on its long side; null where the file is none that this browser reads. */
export async function smallPicture(file: File, longSide: number): Promise<HTMLCanvasElement | null> {
  const image = await createImageBitmap(file).catch(() => null);
  if (!image) return null;
  const share = Math.min(1, longSide / Math.max(image.width, image.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(image.width * share));
  canvas.height = Math.max(1, Math.round(image.height * share));
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  return canvas;
}
