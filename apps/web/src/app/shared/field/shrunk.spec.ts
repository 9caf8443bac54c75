import { shrunk } from './shrunk';
import { SMALL } from './small-pictures';

describe('a picture made small', () => {
  async function drawn(width: number, height: number): Promise<Blob> {
    const canvas = new OffscreenCanvas(width, height);
    canvas.getContext('2d')!.fillRect(0, 0, width, height);
    return canvas.convertToBlob({ type: 'image/png' });
  }
  const sizeOf = async (picture: Blob): Promise<readonly number[]> => {
    const { width, height } = await createImageBitmap(picture);
    return [width, height];
  };

  it('keeps its shape, 360 pixels on the longer side', async () => {
    expect(await sizeOf(await shrunk(await drawn(1600, 1200), SMALL))).toEqual([360, 270]);
    expect(await sizeOf(await shrunk(await drawn(300, 1200), SMALL))).toEqual([90, 360]);
  });

  it('is made no larger, and never of no width', async () => {
    expect(await sizeOf(await shrunk(await drawn(120, 80), SMALL))).toEqual([120, 80]);
    expect(await sizeOf(await shrunk(await drawn(2, 1600), SMALL))).toEqual([1, 360]);
  });

  it('of what is no picture rejects', async () => {
    await expectAsync(shrunk(new Blob(['no picture']), SMALL)).toBeRejected();
  });
});
