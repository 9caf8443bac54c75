import type { Database } from '../db/database.js';
import { PictureEntity } from '../db/entities/picture-entity.js';
import { AppError } from '../http/app-error.js';
import { imageSize } from 'image-size';
import type { Clock } from '../shared/clock/clock.js';

/** How pictures begin, whatever their name says. */
const KINDS: readonly (readonly [type: string, begins: (bytes: Uint8Array) => boolean])[] = [
  ['image/jpeg', (bytes) => starts(bytes, 0, [0xff, 0xd8, 0xff])],
  ['image/png', (bytes) => starts(bytes, 0, [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])],
  ['image/webp', (bytes) => starts(bytes, 0, [0x52, 0x49, 0x46, 0x46]) && starts(bytes, 8, [0x57, 0x45, 0x42, 0x50])],
];

function starts(bytes: Uint8Array, at: number, wanted: readonly number[]): boolean {
  return wanted.every((byte, n) => bytes[at + n] === byte);
}

/** Pixels of a side, and of the whole: what a browser can show without choking on it. */
const MOST_SIDE = 12_000;
const MOST_PIXELS = 50_000_000;

/** A small file may claim to be a picture of any size: it says so in its head. */
function refuseHuge(bytes: Uint8Array): void {
  const refused = (message: string): AppError => new AppError('FILE_REFUSED', { fields: [{ path: 'file', message }] });
  let size: { readonly width: number; readonly height: number };
  try {
    size = imageSize(bytes);
  } catch {
    throw refused('its head does not say how large the picture is: it may be cut off');
  }
  const { width, height } = size;
  if (width < 1 || height < 1 || Math.max(width, height) > MOST_SIDE || width * height > MOST_PIXELS) {
    throw refused(
      `it is ${width} by ${height} pixels; at most ${MOST_SIDE} a side and ${MOST_PIXELS / 1e6} million in all`,
    );
  }
}

/** The bytes of photos: kept once under the id of their record, and never changed. */
export class Pictures {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  /** @throws AppError `FILE_REFUSED` for what is no picture, `ACT_REUSED` for another picture under the same id. */
  async keep(id: string, bytes: Uint8Array): Promise<{ readonly created: boolean }> {
    const type = KINDS.find(([, begins]) => begins(bytes))?.[0];
    if (type === undefined) {
      throw new AppError('FILE_REFUSED', {
        fields: [{ path: 'file', message: 'it is no picture: JPEG, PNG or WebP' }],
      });
    }
    refuseHuge(bytes);
    return this.database.write(async (manager) => {
      const known = await manager.findOneBy(PictureEntity, { id });
      if (known && !known.bytes.equals(bytes)) throw new AppError('ACT_REUSED');
      const row = { id, type, bytes: Buffer.from(bytes), createdAt: this.clock.now().toISOString() };
      if (!known) await manager.insert(PictureEntity, row);
      return { created: !known };
    });
  }

  async one(id: string): Promise<PictureEntity> {
    const picture = await this.database.source.getRepository(PictureEntity).findOneBy({ id });
    if (!picture) throw new AppError('NOT_FOUND');
    return picture;
  }
}
