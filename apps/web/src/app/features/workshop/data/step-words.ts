import type { BatchWork, WorkStep } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { figureText } from '../../../shared/units/format';
import { doorSaid, dryNote } from './workshop-words';

/** One step of the work as a keeper reads it at the saw. */
export function stepSaid(
  step: WorkStep,
  parts: readonly BatchWork[],
  names: ReadonlyMap<string, string>,
  system: UnitSystem,
): string {
  const say = (value: number): string => figureText(value, 'length', system);
  const name = (part: BatchWork): string => names.get(part.id) ?? part.name;
  switch (step.kind) {
    case 'rip':
      return `Fence at ${say(step.width)}: rip ${step.boards === 1 ? 'the board' : `the ${step.boards} boards`} of ${step.letter}.`;
    case 'crosscut': {
      const cut = parts.filter(({ id }) => step.pieces.includes(id));
      const notes = [...new Set(cut.map((part) => dryNote(part, system)).filter((note) => note !== ''))];
      const what = [...new Set(cut.map(name))].join(', ').toLowerCase();
      return [`Stop at ${say(step.length)}: ${step.count} from ${step.letter}, ${what}`, ...notes].join('; ') + '.';
    }
    case 'sheet':
      return `Sheet ${step.letter}${step.number}: ${step.cuts} cuts, in the order of their numbers.`;
    case 'glue':
      return `Glue the pieces of ${step.letter} edge to edge, ${step.boards} of ${say(step.width)} to a piece; let it set under clamps.`;
    default:
      return shapingSaid(step, name, system);
  }
}

type Shaping = Extract<WorkStep, { part: BatchWork }>;

function shapingSaid(step: Shaping, name: (part: BatchWork) => string, system: UnitSystem): string {
  const say = (value: number): string => figureText(value, 'length', system);
  switch (step.kind) {
    case 'rabbet': {
      const { rabbet = 0 } = step.part.part;
      return `Rabbet both ends of ${count(step.part, name)}, ${say(rabbet)} deep.`;
    }
    case 'fingers':
      return `Cut ${step.part.part.fingers ?? 0} fingers of ${say(step.part.part.fingerWidth ?? 0)} into ${count(step.part, name)}.`;
    case 'rest': {
      const { high = 0, deep = 0 } = step.part.part.rest ?? {};
      return `Lug rest along the top of ${count(step.part, name)}: ${say(high)} high, ${say(deep)} deep.`;
    }
    case 'bore': {
      const { holeDiameter = 0, holeFromTop = 0, holeFromSide = 0 } = step.part.part;
      return `Bore ${say(holeDiameter)} into ${count(step.part, name)}, ${say(holeFromTop)} from the top and ${say(holeFromSide)} from the side.`;
    }
    case 'door':
      return `Into one ${name(step.part).toLowerCase()}, seen from outside: ${(step.part.part.doors ?? []).map((door) => doorSaid(door, system)).join('; ')}.`;
    case 'round':
      return `Saw ${count(step.part, name)} round.`;
    case 'taper':
      return `Taper ${count(step.part, name)} to ${say(step.part.part.taperTo ?? 0)}.`;
  }
}

const count = (part: BatchWork, name: (part: BatchWork) => string): string =>
  `${part.qty} × ${name(part).toLowerCase()}`;

export const CAUTIONS: readonly string[] = [
  'Saw with guard and riving knife; push stick below 150 mm; nobody reaches over a turning blade.',
  'Wear eye and ear protection, and a dust mask: dust of ply and of larch harms the lungs.',
  'No treated, painted or pressure-impregnated wood inside a trap, and none burnt.',
  'Unplug the saw before you change its blade or clear it.',
];
export const TOOLS: readonly string[] = [
  'saw with fence and stop',
  'square and rule',
  'drill, hole saw',
  'clamps, glue',
  'screwdriver',
];
