/** Pixels of the longer side, and how hard it is squeezed. */
export interface Smaller {
  readonly side: number;
  readonly quality: number;
}

/**
 * A picture no larger than that, as JPEG; what a camera writes into it besides, the place among it, is left out. In a worker as in a
 * page. Rejects for what is no picture.
 */
export async function shrunk(picture: Blob, { side, quality }: Smaller): Promise<Blob> {
  const whole = await createImageBitmap(picture);
  const scale = Math.min(1, side / Math.max(whole.width, whole.height));
  const sized = (pixels: number): number => Math.max(1, Math.round(pixels * scale));
  const canvas = new OffscreenCanvas(sized(whole.width), sized(whole.height));
  canvas.getContext('2d')?.drawImage(whole, 0, 0, canvas.width, canvas.height);
  whole.close();
  return canvas.convertToBlob({ type: 'image/jpeg', quality });
}
