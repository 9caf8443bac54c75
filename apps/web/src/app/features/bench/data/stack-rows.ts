import {
  type Design,
  type DesignEntrance,
  type DesignProblem,
  type DesignReadings,
  type DesignSection,
  guardOf,
} from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { figureOf, figureText, sizesText } from '../../../shared/units/format';
import { contentsInWords, DISC_NAMES, FACE_NAMES } from './names';
import { problemSentence } from './problem-sentences';
import { shapeSizes } from './stack-table';
import type { Fault } from '../../../shared/fields/field';

/** A row of the stack as it hangs: roof, sections from the top, floor; then the doors. */
interface RowHead {
  readonly id: string;
  readonly name: string;
  readonly line: string;
  readonly figure: string;
  readonly icon: string;
  /** Sentences by the field they belong to, relative to the part. */
  readonly faults: readonly Fault[];
}
export type SectionRow = RowHead & {
  readonly section: DesignSection;
  readonly index: number;
  /** Drawn frame by frame below the row, with the words there. */
  readonly hasFrames: boolean;
};
export type EntranceRow = RowHead & { readonly entrance: DesignEntrance; readonly index: number };

/** Sentences of what is wrong below a path of the design. */
export function faultsUnder(prefix: string, problems: readonly DesignProblem[], system: UnitSystem): readonly Fault[] {
  return problems
    .filter(({ path }) => path === prefix || path.startsWith(`${prefix}.`))
    .map((problem) => ({
      field: problem.path.slice(prefix.length + 1),
      sentence: problemSentence(problem, system),
    }));
}

/** Sections from the top of the stack down. */
export function sectionRows(
  design: Design,
  readings: DesignReadings | null,
  problems: readonly DesignProblem[],
  system: UnitSystem,
): readonly SectionRow[] {
  return design.sections
    .map((section, index): SectionRow => {
      const reading = readings?.sections.find(({ id }) => id === section.id);
      const hasFrames = section.contents.some(({ kind, count = 1 }) => kind === 'frames' && count > 0);
      const words = contentsInWords(section.contents);
      const sizes = shapeSizes(section.shape, system);
      const line = section.sizes === 'outside' && section.shape.kind !== 'measured' ? `${sizes} outside` : sizes;
      return {
        id: section.id,
        section,
        index,
        name: section.label === '' ? 'Section' : section.label,
        hasFrames,
        line: words === '' || hasFrames ? line : `${line}; ${words}`,
        figure: reading ? figureText(reading.volume, 'volume', system) : '',
        icon: section.shape.kind,
        faults: faultsUnder(`sections[${index}]`, problems, system),
      };
    })
    .reverse();
}

function openingWords({ opening, count }: DesignEntrance, system: UnitSystem): string {
  const one = (value: number): string => figureOf(value, 'part', system).text;
  const many = count === 1 ? '' : `${count} of `;
  if (opening.kind === 'hole') return `${many}Ø${one(opening.diameter)}`;
  if (opening.kind === 'disc') return `${many}Ø${one(opening.diameter)}, ${DISC_NAMES[opening.position]}`;
  return many + sizesText([opening.width, opening.height], system);
}

export function entranceRows(
  design: Design,
  readings: DesignReadings | null,
  problems: readonly DesignProblem[],
  system: UnitSystem,
): readonly EntranceRow[] {
  return design.entrances.map((entrance, index) => {
    const guard = guardOf(entrance.opening);
    const nails = guard ? `, nail ${figureOf(guard.diameter, 'part', system).text}` : '';
    const reading = readings?.entrances.find(({ id }) => id === entrance.id);
    return {
      id: entrance.id,
      entrance,
      index,
      name: entrance.label === '' ? 'Door' : entrance.label,
      line: `${openingWords(entrance, system)}${nails}, ${FACE_NAMES[entrance.face]}, ${figureOf(entrance.height, 'length', system).text} up`,
      figure: reading ? figureText(reading.total, 'area', system) : '',
      icon: entrance.opening.kind,
      faults: faultsUnder(`entrances[${index}]`, problems, system),
    };
  });
}
