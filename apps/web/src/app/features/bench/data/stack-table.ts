import type { Design, DesignReadings, Shape } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { figureOf, figureText, sizesText } from '../../../shared/units/format';

export interface StackRow {
  readonly name: string;
  readonly sizes: string;
  readonly volume: string;
}

/** Inside sizes of a shape in the order they are said: along, across, up. */
export function shapeSizes(shape: Shape, system: UnitSystem): string {
  const one = (value: number): string => figureOf(value, 'length', system).text;
  switch (shape.kind) {
    case 'box':
      return sizesText([shape.length, shape.width, shape.height], system);
    case 'cylinder':
      return `Ø${one(shape.diameter)} × ${one(shape.length)}${shape.cut ? `, cut ${one(shape.cut)}` : ''}`;
    case 'cone':
      return `Ø${one(shape.diameterBottom)} to Ø${one(shape.diameterTop)} × ${one(shape.height)}`;
    case 'frustum': {
      const plan = ({ length, width }: { length: number; width: number }): string => `${one(length)} × ${one(width)}`;
      return `${plan(shape.bottom)} to ${plan(shape.top)} × ${one(shape.height)}`;
    }
    case 'measured':
      return 'by filling';
  }
}

/** The stack from the top down, as it stands over the title block; what does not fit is counted. */
export function stackTable(
  design: Design,
  readings: DesignReadings,
  system: UnitSystem,
  most: number,
): { readonly rows: readonly StackRow[]; readonly more: number } {
  const all = readings.sections.toReversed().map(({ id, inside, volume }) => ({
    name: design.sections.find((section) => section.id === id)?.label ?? '',
    sizes: shapeSizes(inside, system),
    volume: figureText(volume, 'volume', system),
  }));
  return { rows: all.slice(0, most), more: Math.max(0, all.length - most) };
}
