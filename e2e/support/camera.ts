import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { create } from 'qrcode';
import { PNG } from 'pngjs';

const [WIDE, HIGH] = [640, 480];
/** Squares left blank round a code. */
const QUIET = 4;

/** Whether a point of a picture of a code is dark. */
function darkAt(text: string): (x: number, y: number) => boolean {
  const { modules } = create(text, { errorCorrectionLevel: 'Q' });
  const px = Math.floor(HIGH / (modules.size + 2 * QUIET));
  return (x, y) => {
    const [column, row] = [Math.floor(x / px) - QUIET, Math.floor(y / px) - QUIET];
    return column >= 0 && row >= 0 && column < modules.size && row < modules.size && Boolean(modules.get(row, column));
  };
}

/** A file that a browser takes for what its camera sees: a label held still. */
export function cameraSees(text: string): string {
  const dark = darkAt(text);
  const luma = Buffer.alloc(WIDE * HIGH);
  for (let y = 0; y < HIGH; y++) for (let x = 0; x < WIDE; x++) luma[y * WIDE + x] = dark(x, y) ? 16 : 235;
  const grey = Buffer.alloc((WIDE * HIGH) / 2, 128);
  const path = join(mkdtempSync(join(tmpdir(), 'yewridge-camera-')), 'label.y4m');
  writeFileSync(
    path,
    Buffer.concat([Buffer.from(`YUV4MPEG2 W${WIDE} H${HIGH} F10:1 Ip A1:1 C420jpeg\nFRAME\n`), luma, grey]),
  );
  return path;
}

/** A photo of a label. */
export function photoOf(text: string): Buffer {
  const dark = darkAt(text);
  const picture = new PNG({ width: HIGH, height: HIGH });
  for (let n = 0; n < HIGH * HIGH; n++) {
    picture.data.fill(dark(n % HIGH, Math.floor(n / HIGH)) ? 0 : 255, n * 4, n * 4 + 3);
    picture.data[n * 4 + 3] = 255;
  }
  return PNG.sync.write(picture);
}
