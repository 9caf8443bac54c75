/** Side of the picture that is looked through, px: a code is found in less, and a telephone's photo has more. */
const LONGEST = 1400;

/** What a browser with a reader of its own offers. */
interface Detector {
  detect(source: HTMLCanvasElement): Promise<readonly { readonly rawValue: string }[]>;
}
interface DetectorMaker {
  new (options: { readonly formats: readonly string[] }): Detector;
  getSupportedFormats(): Promise<readonly string[]>;
}

/** Reads the text of a code in a picture; `null` where there is none. */
export type LabelReader = (picture: HTMLCanvasElement) => Promise<string | null>;

/** The browser's own reader where it knows such codes, else one that comes along. */
export async function labelReader(
  own: DetectorMaker | undefined = (globalThis as { BarcodeDetector?: DetectorMaker }).BarcodeDetector,
): Promise<LabelReader> {
  if (own && (await own.getSupportedFormats().catch((): readonly string[] => [])).includes('qr_code')) {
    const detector = new own({ formats: ['qr_code'] });
    return async (picture) => (await detector.detect(picture))[0]?.rawValue ?? null;
  }
  const { default: jsQR } = await import('jsqr');
  return (picture) => {
    const { width, height } = picture;
    const pixels = picture.getContext('2d', { willReadFrequently: true })?.getImageData(0, 0, width, height);
    return Promise.resolve(pixels ? (jsQR(pixels.data, width, height)?.data ?? null) : null);
  };
}

/** Draws a picture, or what a camera sees, small enough to be read often. `null` while there is nothing to see. */
export function drawnOf(source: HTMLVideoElement | ImageBitmap): HTMLCanvasElement | null {
  const [wide, high] =
    source instanceof HTMLVideoElement ? [source.videoWidth, source.videoHeight] : [source.width, source.height];
  if (wide === 0 || high === 0) return null;
  const scale = Math.min(1, LONGEST / Math.max(wide, high));
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(wide * scale);
  canvas.height = Math.round(high * scale);
  canvas.getContext('2d', { willReadFrequently: true })?.drawImage(source, 0, 0, canvas.width, canvas.height);
  return canvas;
}

/** The trap a label is of: any address of ours, whatever computer it was printed by. `null` for any other code. */
export function trapOnLabel(text: string): string | null {
  return /\/stores\/traps\/([A-Za-z0-9-]{1,64})$/.exec(text.trim())?.[1] ?? null;
}
