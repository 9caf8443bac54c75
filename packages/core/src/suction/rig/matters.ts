/**
 * What matters most: how the mouth's and the bees' arrival speed move when one thing of the rig is a fifth less or more.
 *
 * Source: the rig itself, solved and flown again for each; the order is by the arrival.
 */
import { beeTrajectory } from '../trajectory.js';
import { solveSuction } from '../network.js';
import type { SuctionSystem } from '../system.js';
import { rigBee, rigPath, rigSystem } from './rig-system.js';
import { fittedNozzle, type Rig } from './rig.js';

export const MATTERS = [
  'sealedSuction',
  'freeFlow',
  'hoseBore',
  'hoseLength',
  'hoseWall',
  'nozzleBore',
  'rise',
  'gateOpening',
  'bleedEdge',
  'leaks',
  'beeMass',
  'beeDrag',
  'airDensity',
] as const;
export type Matter = (typeof MATTERS)[number];

export interface MatterRow {
  readonly matter: Matter;
  /** Relative change with a fifth less and a fifth more; `null` where bees stall. */
  readonly arrival: { readonly less: number | null; readonly more: number | null };
  readonly mouth: { readonly less: number; readonly more: number };
}

export const MATTER_SHARE = 0.2;

interface Asked {
  readonly rig: Rig;
  readonly system: SuctionSystem;
}

function scaledCurve(rig: Rig, suction: number, flow: number): Rig {
  const { curve } = rig.source;
  const scaled =
    curve.kind === 'table'
      ? { ...curve, points: curve.points.map((p) => ({ flow: p.flow * flow, suction: p.suction * suction })) }
      : { ...curve, sealedSuction: curve.sealedSuction * suction, freeFlow: curve.freeFlow * flow };
  return { ...rig, source: { ...rig.source, curve: scaled } };
}

const asked = (rig: Rig): Asked => ({ rig, system: rigSystem(rig) });

type Change = (rig: Rig, factor: number) => Asked;

const CHANGES: Readonly<Record<Matter, Change>> = {
  sealedSuction: (rig, f) => asked(scaledCurve(rig, f, 1)),
  freeFlow: (rig, f) => asked(scaledCurve(rig, 1, f)),
  hoseBore: (rig, f) => {
    const diameter = rig.hose.diameter * f;
    const hose = { ...rig.hose, diameter, bendRadius: Math.max(rig.hose.bendRadius, diameter / 2) };
    return asked({ ...rig, hose, port: { ...rig.port, diameter: rig.port.diameter * f } });
  },
  hoseLength: (rig, f) => {
    const length = Math.max(rig.hose.length * f, Math.abs(rig.hose.rise));
    return asked({ ...rig, hose: { ...rig.hose, length } });
  },
  hoseWall: (rig, f) => {
    const system = rigSystem(rig);
    return { rig, system: { ...system, hose: { ...system.hose, roughness: (system.hose.roughness ?? 0) * f } } };
  },
  nozzleBore: (rig, f) =>
    asked({
      ...rig,
      nozzles: rig.nozzles.map((one) => (one.id === rig.fitted ? { ...one, diameter: one.diameter * f } : one)),
    }),
  rise: (rig, f) => asked({ ...rig, hose: { ...rig.hose, rise: Math.min(rig.hose.length, rig.hose.rise * f) } }),
  gateOpening: (rig, f) => asked({ ...rig, bleed: { ...rig.bleed, opening: Math.min(1, rig.bleed.opening * f) } }),
  bleedEdge: (rig, f) => {
    const system = rigSystem(rig);
    const dischargeCoefficient = Math.min(1, (system.bleed.dischargeCoefficient ?? 0.62) * f);
    return { rig, system: { ...system, bleed: { ...system.bleed, dischargeCoefficient } } };
  },
  leaks: (rig, f) => {
    const system = rigSystem(rig);
    return { rig, system: { ...system, leaks: (system.leaks ?? []).map((one) => ({ ...one, area: one.area * f })) } };
  },
  beeMass: (rig, f) => asked({ ...rig, bees: { ...rig.bees, mass: rigBee(rig).mass * f } }),
  beeDrag: (rig, f) => asked({ ...rig, bees: { ...rig.bees, dragArea: rigBee(rig).dragArea * f } }),
  airDensity: (rig, f) => {
    const system = rigSystem(rig);
    return { rig, system: { ...system, air: { ...system.air, density: system.air.density * f } } };
  },
};

function answers({ rig, system }: Asked): { mouth: number; arrival: number | null } {
  const state = solveSuction({ system, opening: rig.bleed.opening });
  const path = rigPath(rig, state);
  const flight = beeTrajectory({ ...rigBee(rig), path, airDensity: system.air.density, step: 0.001 });
  return { mouth: state.speed.nozzle, arrival: flight.arrivalSpeed };
}

function applies(rig: Rig, matter: Matter): boolean {
  if (matter === 'nozzleBore') return fittedNozzle(rig) !== null;
  if (matter === 'rise') return rig.hose.rise !== 0;
  if (matter === 'gateOpening' || matter === 'bleedEdge') return rig.bleed.opening > 0;
  return true;
}

/** The rows, the one that moves the arrival most first. Empty when nothing flows. */
export function whatMatters(rig: Rig): MatterRow[] {
  const base = answers(asked(rig));
  if (base.mouth === 0) return [];
  const rows = MATTERS.filter((matter) => applies(rig, matter)).map((matter): MatterRow => {
    const [less, more] = [1 - MATTER_SHARE, 1 + MATTER_SHARE].map((factor) => answers(CHANGES[matter](rig, factor)));
    const arrived = (one: number | null | undefined): number | null =>
      one === null || one === undefined || base.arrival === null ? null : one / base.arrival - 1;
    return {
      matter,
      arrival: { less: arrived(less?.arrival), more: arrived(more?.arrival) },
      mouth: { less: (less?.mouth ?? 0) / base.mouth - 1, more: (more?.mouth ?? 0) / base.mouth - 1 },
    };
  });
  const weight = ({ arrival, mouth }: MatterRow): number =>
    Math.max(...[arrival.less ?? mouth.less, arrival.more ?? mouth.more].map(Math.abs));
  return rows.sort((a, b) => weight(b) - weight(a));
}
