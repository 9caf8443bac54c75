import type { HeatClock, JobTime } from '@yewridge/core/callouts';

const MINUTE = 60;
const within = ({ moveWithin }: HeatClock): string =>
  moveWithin === null ? 'not warm within two hours' : `move it within ${Math.floor(moveWithin / MINUTE)} min`;

/** How long the box bears these bees: when to have moved it, and never until when it is safe. */
export function heatSaid({ shut, mesh }: NonNullable<JobTime['heat']>): readonly string[] {
  const road = shut.outlastsTravel ? [] : ['Shut it does not bear the road: mesh open, in the shade, all the way.'];
  return [
    `Box with its mesh open: ${within(mesh)}; shut: ${within(shut)}. Shade and water outside in any case.`,
    ...road,
  ];
}
