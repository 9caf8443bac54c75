import type { DesignProblem } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { figureText } from '../../../shared/units/format';

/** The value of a fault and its range, as lengths in the reader's units. */
interface Told {
  readonly given: string;
  readonly least: string;
  readonly most: string;
}

const SENTENCES: Readonly<Record<string, (told: Told) => string>> = {
  'walls-leave-no-room': () => 'The walls leave no room inside: they are thicker than half this outside size.',
  'cut-takes-whole-tube': () => 'The cut takes away the whole tube: it must be less than the diameter.',
  'cut-on-upright-tube': () => 'Only a lying tube is sawn open for top bars.',
  'cut-within-wall': () => 'The cut does not reach through the wall; make it deeper, or 0 for none.',
  'cone-without-width': () => 'Both diameters are 0: give at least one of them a width.',
  'corner-too-round': () => 'The corners are rounder than the box is wide: at most half its least width.',
  'frames-need-a-box': () => 'Frames hang in boxes only. Use top bars in this shape.',
  'frame-too-long': ({ given, most }) => `The frame is ${given} long between its lugs; the box is ${most} long inside.`,
  'pitch-too-small': ({ given }) => `The frames stand ${given} apart, closer than their top bars are wide.`,
  'frames-too-wide': ({ given, most }) =>
    `The frames need ${given} across; the box is ${most} wide inside. Take frames out or widen the box.`,
  'contents-overfill': () => 'The contents take more room than the section has.',
  'guard-too-wide': ({ given, most }) =>
    `The nails fill the opening: together ${given} across ${most}. Take thinner ones or fewer.`,
  'slots-larger-than-disc': () => 'The slots are larger than the disc they are cut in.',
  'notch-too-low': () => 'A round top needs a height of at least half the width.',
  'door-outside-box': ({ given, least, most }) =>
    `At ${given} the opening leaves the box; between ${least} and ${most} it lies in the wall.`,
  'door-across-joint': ({ given }) => `The opening crosses the joint at ${given} above the floor. Move it up or down.`,
  'door-wider-than-face': ({ given, most }) => `The openings take ${given}; the face is ${most} wide inside there.`,
  'hole-splits-board': ({ given, most }) => `A hole of ${given} splits the board: it must be less than ${most}.`,
};

/** What a fault of the whole design is called at its field, with the value and the range. */
export function problemSentence(problem: DesignProblem, system: UnitSystem): string {
  const length = (value: unknown): string => (typeof value === 'number' ? figureText(value, 'length', system) : '?');
  const { value, range = {} } = problem;
  const known = SENTENCES[problem.reason ?? ''];
  if (known) return known({ given: length(value), least: length(range.min), most: length(range.max) });
  if (problem.path.endsWith('topRow')) return `Too many screws: at most ${String(range.max)}.`;
  return problem.code === 'EMPTY' ? 'A stack needs at least one section.' : 'This cannot be used as it is.';
}
