import { labelCode } from '../../../shared/print/label-code';
import { drawnOf, labelReader, trapOnLabel } from './label-reader';

/** A label as it is printed, so many px a square. */
function printed(text: string, px: number): HTMLCanvasElement {
  const { path, size } = labelCode(text);
  const canvas = document.createElement('canvas');
  canvas.width = canvas.height = size * px;
  const ink = canvas.getContext('2d')!;
  ink.fillStyle = '#fff';
  ink.fillRect(0, 0, canvas.width, canvas.height);
  ink.scale(px, px);
  ink.fillStyle = '#000';
  ink.fill(new Path2D(path));
  return canvas;
}

describe('a trap’s label before the camera', () => {
  const ADDRESS = 'https://laptop.local:8148/stores/traps/vellmark-v-07';

  it('is read where the browser has no reader of its own', async () => {
    const read = await labelReader(undefined);
    expect(await read(printed(ADDRESS, 6))).toBe(ADDRESS);
    expect(await read(document.createElement('canvas'))).toBeNull();
    const empty = document.createElement('canvas');
    empty.width = empty.height = 300;
    expect(await read(empty)).toBeNull();
  });

  it('is read by the browser’s own where that knows such codes, and not where it does not', async () => {
    const made: string[] = [];
    const own = (formats: readonly string[]) =>
      class {
        constructor() {
          made.push('own');
        }
        static getSupportedFormats(): Promise<readonly string[]> {
          return Promise.resolve(formats);
        }
        detect(): Promise<readonly { rawValue: string }[]> {
          return Promise.resolve([{ rawValue: 'seen' }]);
        }
      };
    expect(await (await labelReader(own(['qr_code'])))(printed(ADDRESS, 2))).toBe('seen');
    expect(await (await labelReader(own(['ean_13'])))(printed(ADDRESS, 6))).toBe(ADDRESS);
    expect(made.length).toBe(1);
  });

  it('names its trap by whatever address it was printed with; other codes name none', () => {
    for (const text of [ADDRESS, 'http://localhost:8147/stores/traps/vellmark-v-07', '  /stores/traps/vellmark-v-07\n'])
      expect(trapOnLabel(text)).withContext(text).toBe('vellmark-v-07');
    for (const other of [
      'https://elsewhere.example',
      'https://x/stores/traps/',
      'https://x/stores/traps/a/b',
      `${ADDRESS}?x`,
      '',
    ])
      expect(trapOnLabel(other)).withContext(other).toBeNull();
  });

  it('a photo of a telephone is looked through smaller, a small one as it is', async () => {
    const photo = (wide: number, high: number): Promise<ImageBitmap> => createImageBitmap(new ImageData(wide, high));
    const large = drawnOf(await photo(2800, 1400));
    expect([large?.width, large?.height]).toEqual([1400, 700]);
    const small = drawnOf(await photo(640, 480));
    expect([small?.width, small?.height]).toEqual([640, 480]);
    expect(drawnOf(document.createElement('video'))).toBeNull();
  });
});
