import type { HeatClock, JobTime } from '@yewridge/core/callouts';
import { minutesBetween } from '@yewridge/core/shared/calendar';

const MINUTE = 60;
const within = ({ moveWithin }: HeatClock): string =>
  moveWithin === null ? 'not warm within two hours' : `move it within ${Math.floor(moveWithin / MINUTE)} min`;

/** While the box rests: how long it has stood, and how its mesh and its shade are to be. */
export function restSaid(heat: NonNullable<JobTime['heat']>, since: string | null, now: string): readonly string[] {
  const minutes = since === null ? null : Math.max(0, minutesBetween(since, now));
  const [hours, rest] = [Math.floor((minutes ?? 0) / 60), (minutes ?? 0) % 60];
  const stood = hours > 0 ? `${hours} h ${rest} min` : `${rest} min`;
  return [...(minutes === null ? [] : [`It has stood ${stood}.`]), ...heatSaid(heat)];
}

/** How long the box bears these bees: when to have moved it, and never until when it is safe. */
export function heatSaid({ shut, mesh }: NonNullable<JobTime['heat']>): readonly string[] {
  const road = shut.outlastsTravel ? [] : ['Shut it does not bear the road: mesh open, in the shade, all the way.'];
  return [
    `Box with its mesh open: ${within(mesh)}; shut: ${within(shut)}. Shade and water outside in any case.`,
    ...road,
  ];
}
