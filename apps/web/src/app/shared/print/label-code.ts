import { create } from 'qrcode';

/** The code of a label as one path on a grid of `size` squares, quiet zone included. */
export interface LabelCode {
  readonly path: string;
  readonly size: number;
}

/** Squares left blank round the code, so that a phone finds it. */
const QUIET = 4;

/** A QR code (ISO/IEC 18004) of an address; a quarter of it may be scratched. */
export function labelCode(address: string): LabelCode {
  const { modules } = create(address, { errorCorrectionLevel: 'Q' });
  const squares: string[] = [];
  for (let row = 0; row < modules.size; row++) {
    for (let column = 0; column < modules.size; column++) {
      if (modules.get(row, column)) squares.push(`M${column + QUIET} ${row + QUIET}h1v1h-1z`);
    }
  }
  return { path: squares.join(''), size: modules.size + 2 * QUIET };
}
