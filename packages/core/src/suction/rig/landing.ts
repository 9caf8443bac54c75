/**
 * How hard bees land in a rig: head-on, or down a slope that smooth wood only puts off and mesh takes.
 *
 * The harder of the first touch and of the second hit counts. The speed along the path at which it reaches the keeper's limit is
 * found once and handed to the band as an angle, so that band and landing never disagree.
 *
 * Source: `impact.ts`; friction by surface [rules of thumb].
 */
import { brent } from '../../shared/numeric/index.js';
import { type Grazing, grazingLanding, impactLevel, LANDING_FRICTION } from '../impact.js';
import type { Rig } from './rig.js';

/** The landing of a bee that arrives at `speed` m/s along her path. */
export function landingOf({ box: { landing } }: Rig, speed: number): Grazing {
  if (landing.on === 'headOn') {
    return { normalSpeed: speed, slideSpeed: 0, secondHit: 0, worst: speed, level: impactLevel(speed) };
  }
  const incidence = (landing.angleDeg * Math.PI) / 180;
  return grazingLanding({ speed, incidence, friction: LANDING_FRICTION[landing.on] });
}

/** The angle (rad) at which a head-on rule gives this landing's limit: arrival · sin(angle) = limit where the worst hit is. */
export function landingIncidence(rig: Rig): number {
  const { limit } = rig.bees;
  const worst = (speed: number): number => landingOf(rig, speed).worst;
  if (worst(limit) >= limit) return Math.PI / 2;
  const fastest = limit / Math.sin((rig.box.landing.angleDeg * Math.PI) / 180);
  if (worst(fastest) <= limit) return Math.asin(limit / fastest);
  const speed = brent((u) => worst(u) - limit, { low: limit, high: fastest, tolerance: 1e-10, path: 'bees.limit' });
  return Math.asin(Math.min(1, limit / speed));
}
