import type { DesignProblem } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { figureText } from '../../../shared/units/format';

/** What a fault of the whole design is called at its field, with the value and the range. */
export function problemSentence(problem: DesignProblem, system: UnitSystem): string {
  const length = (value: unknown): string => (typeof value === 'number' ? figureText(value, 'length', system) : '?');
  const { value, range = {} } = problem;
  const given = length(value);
  const most = length(range.max);
  switch (problem.reason) {
    case 'walls-leave-no-room':
      return 'The walls leave no room inside: they are thicker than half this outside size.';
    case 'cut-takes-whole-tube':
      return 'The cut takes away the whole tube: it must be less than the diameter.';
    case 'cut-on-upright-tube':
      return 'Only a lying tube is sawn open for top bars.';
    case 'cut-within-wall':
      return 'The cut does not reach through the wall; make it deeper, or 0 for none.';
    case 'cone-without-width':
      return 'Both diameters are 0: give at least one of them a width.';
    case 'corner-too-round':
      return 'The corners are rounder than the box is wide: at most half its least width.';
    case 'frames-need-a-box':
      return 'Frames hang in boxes only. Use top bars in this shape.';
    case 'frame-too-long':
      return `The frame is ${given} long between its lugs; the box is ${most} long inside.`;
    case 'pitch-too-small':
      return `The frames stand ${given} apart, closer than their top bars are wide.`;
    case 'frames-too-wide':
      return `The frames need ${given} across; the box is ${most} wide inside. Take frames out or widen the box.`;
    case 'contents-overfill':
      return 'The contents take more room than the section has.';
    case 'guard-too-wide':
      return `The nails fill the opening: together ${given} across ${most}. Take thinner ones or fewer.`;
    case 'slots-larger-than-disc':
      return 'The slots are larger than the disc they are cut in.';
    case 'notch-too-low':
      return 'A round top needs a height of at least half the width.';
    case 'door-outside-box':
      return `At ${given} the opening leaves the box; between ${length(range.min)} and ${most} it lies in the wall.`;
    case 'door-across-joint':
      return `The opening crosses the joint at ${given} above the floor. Move it up or down.`;
    case 'door-wider-than-face':
      return `The openings take ${given}; the face is ${most} wide inside there.`;
    default:
      return problem.code === 'EMPTY' ? 'A stack needs at least one section.' : 'This cannot be used as it is.';
  }
}
