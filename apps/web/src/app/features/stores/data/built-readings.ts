import {
  assessDesign,
  type Design,
  designLoad,
  type DesignReadings,
  insideShape,
  type Shape,
} from '@yewridge/core/bench';
import type { NumberRange } from '@yewridge/core/shared/errors';
import type { UnitSystem } from '@yewridge/core/shared/units';
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
  readonly label: string;
  readonly kind: FieldKind;
  readonly value: number;
  readonly planned: number | null;
  readonly range: NumberRange;
}

const SIZE: NumberRange = { min: 0, above: true, max: 3 };
const BORE: NumberRange = { min: 0, above: true, max: 1 };
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

function at(object: unknown, path: string): number | null {
  const value = path
    .split('.')
    .reduce<unknown>((node, step) => (node as Readonly<Record<string, unknown>> | undefined)?.[step], object);
  return typeof value === 'number' ? value : null;
}

/** Every size of a section and a door that may come out differently. */
export function measuredFields(design: Design, built: Design): readonly MeasuredField[] {
  const sections = built.sections.flatMap((section, n) => {
    const planned = design.sections.find(({ id }) => id === section.id);
    const taped = section.sizes === 'outside' && section.shape.kind !== 'measured' ? ' outside' : '';
    return SHAPE_LABELS[section.shape.kind].flatMap(([path, label]): MeasuredField[] => {
      const value = at(section.shape, path);
      if (value === null) return [];
      return [
        {
          path: `sections.${n}.shape.${path}`,
          label: `${section.label}, ${label}${taped}`,
          kind: path === 'volume' ? 'volume' : 'length',
          value,
          planned: planned ? at(planned.shape, path) : null,
          range: path === 'volume' ? BORE : SIZE,
        },
      ];
    });
  });
  const doors = built.entrances.flatMap((entrance, n) => {
    const planned = design.entrances.find(({ id }) => id === entrance.id);
    const sizes =
      entrance.opening.kind === 'hole' || entrance.opening.kind === 'disc' ? ['diameter'] : ['width', 'height'];
    return sizes.flatMap((size): MeasuredField[] => {
      const value = at(entrance.opening, size);
      if (value === null) return [];
      const label = `${entrance.label}, ${size}`;
      const path = `entrances.${n}.opening.${size}`;
      return [{ path, label, kind: 'length', value, planned: planned ? at(planned.opening, size) : null, range: BORE }];
    });
  });
  return [...sections, ...doors];
}

/** The document with the number at `path` replaced. */
export function withMeasure(built: Design, path: string, value: number): Design {
  const steps = path.split('.');
  const set = (node: unknown, depth: number): unknown => {
    const step = steps[depth];
    if (step === undefined) return value;
    if (Array.isArray(node)) return node.map((item: unknown, n) => (n === Number(step) ? set(item, depth + 1) : item));
    const object = node as Readonly<Record<string, unknown>>;
    return { ...object, [step]: set(object[step], depth + 1) };
  };
  return set(built, 0) as Design;
}

/** Whether the sizes as measured go together; if not, the readings stay away. */
export function goesTogether(built: Design): boolean {
  try {
    built.sections.forEach(insideShape);
    return assessDesign(built).ok;
  } catch {
    return false;
  }
}

export function countWords(count: number, one: string, many: string): string {
  return `${decimalText(count, 0)} ${count === 1 ? one : many}`;
}
