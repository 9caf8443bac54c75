/**
 * Numbers of a rig that are possible alone and impossible together. Each is a sentence of the interface by its reason; a rig that
 * has one cannot be computed, and everything typed is kept.
 *
 * Source: geometry.
 */
import { DomainError, Fields } from '../../shared/errors/index.js';
import { gateOf } from '../gate.js';
import { sourceOf } from '../source.js';
import { inRow, rigSource } from './rig-system.js';
import { fittedNozzle, type Rig } from './rig.js';

export const RIG_FAULTS = [
  'port-wider-than-box',
  'plate-smaller-than-hole',
  'pivot-too-near',
  'curve',
  'rise-beyond-hose',
  'bend-too-tight',
  'bends-longer-than-hose',
  'nozzle-gone',
  'screen-larger-than-box',
  'landing-beyond-box',
  'hose-wider-than-box',
  'gate-larger-than-lid',
  'slide-thicker-than-slot',
  'stack-too-high',
] as const;
export type RigFault = (typeof RIG_FAULTS)[number];

export interface RigProblem {
  /** Field of the rig, e.g. `port.diameter`. */
  readonly path: string;
  readonly fault: RigFault;
}

/** m between the lowest and the highest opening that the heat model's draught holds for. */
const HIGHEST_STACK = 5;

function refusal(run: () => unknown, path: string, fallback: RigFault): RigProblem[] {
  try {
    run();
    return [];
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    const reason = RIG_FAULTS.find((fault) => fault === error.detail.reason) ?? fallback;
    return [{ path: error.path === '' ? path : error.path, fault: reason }];
  }
}

/** The longer and shorter side of the lid, outside measure not needed: what is cut into it must find room. */
function gateSpan({ bleed: { gate } }: Rig): number {
  return gate.kind === 'rectangle' ? Math.max(gate.width, gate.height) : gate.diameter;
}

export function rigProblems(rig: Rig): RigProblem[] {
  const { box, hose, port, screen, bleed } = rig;
  const side = Math.min(box.width, box.height);
  const lid = [Math.max(box.length, box.width), Math.min(box.length, box.width)] as const;
  const mesh = [Math.max(screen.length, screen.width), Math.min(screen.length, screen.width)] as const;
  const arc = (hose.bends * hose.bendRadius * Math.PI) / 2;
  const found: readonly (readonly [boolean, string, RigFault])[] = [
    [port.diameter > side, 'port.diameter', 'port-wider-than-box'],
    [hose.diameter > side, 'hose.diameter', 'hose-wider-than-box'],
    [Math.abs(hose.rise) > hose.length, 'hose.rise', 'rise-beyond-hose'],
    [hose.bends > 0 && hose.bendRadius < hose.diameter / 2, 'hose.bendRadius', 'bend-too-tight'],
    [arc > hose.length, 'hose.bends', 'bends-longer-than-hose'],
    [rig.fitted !== null && fittedNozzle(rig) === null, 'fitted', 'nozzle-gone'],
    [mesh[0] > lid[0] || mesh[1] > lid[1], 'screen.length', 'screen-larger-than-box'],
    [box.landing.distance > Math.hypot(box.length, box.height), 'box.landing.distance', 'landing-beyond-box'],
    [!inRow(rig.layout) && box.boxes * box.height > HIGHEST_STACK, 'box.boxes', 'stack-too-high'],
    [gateSpan(rig) > lid[0], 'bleed.gate', 'gate-larger-than-lid'],
  ];
  return [
    ...refusal(() => sourceOf(new Fields(rigSource(rig), 'source')), 'source.curve', 'curve'),
    ...found.flatMap(([holds, path, fault]) => (holds ? [{ path, fault }] : [])),
    ...refusal(() => gateOf(new Fields(bleed.gate, 'bleed.gate')), 'bleed.gate', 'gate-larger-than-lid'),
    ...rig.slides.flatMap((slide, n): RigProblem[] =>
      slide.slideThickness > slide.slotHeight
        ? [{ path: `slides[${n}].slideThickness`, fault: 'slide-thicker-than-slot' }]
        : [],
    ),
  ];
}
