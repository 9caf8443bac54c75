import {
  assessDesign,
  type Design,
  DESIGN_LIMITS,
  designLoad,
  type DesignReadings,
  type Shape,
} from '@yewridge/core/bench';
import type { NumberRange } from '@yewridge/core/shared/errors';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { valueAt } from '../../../shared/documents/value-at';
import { decimalText, figureText } from '../../../shared/units/format';
import type { FieldKind } from '../../../shared/units/parse';

export interface ReadingRow {
  readonly name: string;
  readonly design: string;
  readonly built: string;
  /** `+0.4 L`; nothing where they are alike. */
  readonly change: string;
}

function readingsOf(design: Design): DesignReadings | null {
  const assessment = assessDesign(design);
  return assessment.ok ? assessment.readings : null;
}

/** What the design says and what this trap came out as, line by line. */
export function readingRows(
  design: Design,
  built: Design,
  weighedKg: number | null,
  system: UnitSystem,
): readonly ReadingRow[] {
  const [planned, made] = [readingsOf(design), readingsOf(built)];
  if (!planned || !made) return [];
  const row = (name: string, quantity: 'volume' | 'area' | 'mass', from: number, to: number): ReadingRow => {
    const change = figureText(Math.abs(to - from), quantity, system);
    const nothing = figureText(0, quantity, system);
    return {
      name,
      design: figureText(from, quantity, system),
      built: figureText(to, quantity, system),
      change: change === nothing ? '' : `${to > from ? '+' : '−'}${change}`,
    };
  };
  const computedMass = designLoad(design, planned.room.net);
  const builtMass = weighedKg ?? designLoad(built, made.room.net).empty.mass;
  return [
    row('Gross', 'volume', planned.room.gross, made.room.gross),
    row('Net', 'volume', planned.room.net, made.room.net),
    row('Open room', 'volume', planned.room.openRoom, made.room.openRoom),
    row('Door', 'area', planned.door.area, made.door.area),
    ...(computedMass.unweighed.length === 0
      ? [row(weighedKg === null ? 'Empty, computed' : 'Empty, weighed', 'mass', computedMass.empty.mass, builtMass)]
      : []),
  ];
}

/** A size to be taped on the trap, with what the design says. */
export interface MeasuredField {
  readonly path: string;
  /** Id of its section or door. */
  readonly part: string;
  readonly label: string;
  readonly kind: FieldKind;
  readonly value: number;
  readonly planned: number | null;
  readonly range: NumberRange;
}

const SHAPE_LABELS: Readonly<Record<Shape['kind'], readonly (readonly [path: string, label: string])[]>> = {
  box: [
    ['length', 'length'],
    ['width', 'width'],
    ['height', 'height'],
  ],
  cylinder: [
    ['diameter', 'diameter'],
    ['length', 'length'],
  ],
  cone: [
    ['diameterBottom', 'diameter below'],
    ['diameterTop', 'diameter above'],
    ['height', 'height'],
  ],
  frustum: [
    ['bottom.length', 'length below'],
    ['bottom.width', 'width below'],
    ['top.length', 'length above'],
    ['top.width', 'width above'],
    ['height', 'height'],
  ],
  measured: [['volume', 'volume']],
};

function sizeAt(object: unknown, path: string): number | null {
  const value = valueAt(object, path);
  return typeof value === 'number' ? value : null;
}

/** Every size of a section and a door that may come out differently. */
export function measuredFields(design: Design, built: Design): readonly MeasuredField[] {
  const sections = built.sections.flatMap((section, n) => {
    const planned = design.sections.find(({ id }) => id === section.id);
    const taped = section.sizes === 'outside' && section.shape.kind !== 'measured' ? ' outside' : '';
    return SHAPE_LABELS[section.shape.kind].flatMap(([path, label]): MeasuredField[] => {
      const value = sizeAt(section.shape, path);
      if (value === null) return [];
      return [
        {
          path: `sections[${n}].shape.${path}`,
          part: section.id,
          label: `${section.label}, ${label}${taped}`,
          kind: path === 'volume' ? 'volume' : 'length',
          value,
          planned: planned ? sizeAt(planned.shape, path) : null,
          range: path === 'volume' ? DESIGN_LIMITS.volume : DESIGN_LIMITS.size,
        },
      ];
    });
  });
  const doors = built.entrances.flatMap((entrance, n) => {
    const planned = design.entrances.find(({ id }) => id === entrance.id);
    const sizes =
      entrance.opening.kind === 'hole' || entrance.opening.kind === 'disc' ? ['diameter'] : ['width', 'height'];
    return sizes.flatMap((size): MeasuredField[] => {
      const value = sizeAt(entrance.opening, size);
      if (value === null) return [];
      const label = `${entrance.label}, ${size}`;
      const path = `entrances[${n}].opening.${size}`;
      return [
        {
          path,
          part: entrance.id,
          label,
          kind: 'length',
          value,
          planned: planned ? sizeAt(planned.opening, size) : null,
          range: DESIGN_LIMITS.opening,
        },
      ];
    });
  });
  return [...sections, ...doors];
}

export function countWords(count: number, one: string, many: string): string {
  return `${decimalText(count, 0)} ${count === 1 ? one : many}`;
}
